export { buildModelEndpoint } from './model'
export { buildSite } from './site'
