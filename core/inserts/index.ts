/** Parts of a reply that are more than text: what they are, how they are made from the library, and told as text. */
export { INSERT_KINDS, insertSchema, SHOWN_KINDS, type Insert, type InsertKind, type InsertOf } from './schema'
export { isMade, MADE_KINDS, makeInsert, type MadeInsert, type MadeKind } from './make'
export { aboutIn, namesKind, type Ground, type Material, type MaterialPassage } from './material'
export { marked } from './marks'
export { figureIn } from './cell'
export { figureWithUnit } from './figure'
export { insertAsText, replyAsText } from './tell'
