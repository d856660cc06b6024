/**
 * Whether what a reply says is backed: each sentence held against passages, brief and what was said. Figures, dates, names
 * and denial are held strictly, wording leniently.
 */
export { holderFor, type Grounds, type Holder, type Support } from './hold'
export { MEASURES, type Measured } from './wording'
