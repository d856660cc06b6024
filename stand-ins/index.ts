export { startMailbox, type Mailbox } from './mailbox'
export { buildModelEndpoint, STAND_INS } from './models/endpoint'
export { buildSite } from './site'
export { buildTranscriber, labelledWav, type Said } from './transcriber'
