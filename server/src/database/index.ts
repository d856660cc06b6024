export { openDatabase, type Connection, type Database } from './connect'
export * from './schema'
