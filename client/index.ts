/** What the designer’s application and the visitor’s page share: reading what the server streams, replies, and what they show beside words. */
export * from './contrast'
export * from './dom'
export * from './inserts'
export * from './reply'
export * from './stream'
