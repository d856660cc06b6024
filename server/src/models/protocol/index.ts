/** The chat-completions JSON protocol over HTTP: how endpoints are asked, waited for and understood. */
export { addressOf, bearing, request, type AskedEndpoint } from './endpoint'
export { endpointModel } from './endpointModel'
export { runErrand, saidTo } from './errands'
export { askPatiently, PATIENCE, type Patience } from './patience'
export { leadsAstray } from './reach'
export { countTokens } from './tokens'
