/** Draws the parts of a reply that are more than text, the same for visitors and designers. */
export { drawInsert, type InsertRoom } from './draw'
export { insertWords, type InsertWords } from './words'
