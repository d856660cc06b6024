export { migrationsFolder, openDatabase, type Connection, type Database } from './connect'
export { startEmbedded, type Embedded } from './embedded'
export * from './schema'
export { openWire } from './wire'
