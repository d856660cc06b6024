export { buildModelEndpoint } from './model'
export { buildSite } from './site'
export { buildTranscriber, labelledWav, type Said } from './transcriber'
