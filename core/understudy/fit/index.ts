/** Whether evidence has the kind of thing that a question asks for: a sum, a time, so many, a name, the means. */
export { instructs, needsFit, suits } from './fit'
export { asksForMeasure } from './figures'
