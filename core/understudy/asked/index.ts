export { askedOf, type Asked } from './asked'
export { heldBy } from './forms'
export { namesIn } from './names'
export type { Wanted } from './wanted'
