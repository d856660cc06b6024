/** What a statement says to a question that wants yes or no, or whether something is free. */
export { polarityOf, type Polarity } from './polarity'
export { subjectOf } from './clauses'
export { paymentIn } from './paying'
