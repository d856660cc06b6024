export * from './agents'
