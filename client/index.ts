/** What the designer’s application and the visitor’s page share: reading what the server streams, and replies. */
export * from './contrast'
export * from './reply'
export * from './stream'
