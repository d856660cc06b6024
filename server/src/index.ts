export { buildApp, type App } from './app'
export { configFrom, type Config } from './config'
