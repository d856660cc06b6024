export { readSite, type SiteLook, type SiteParts } from './read'
export { stylesheetsOf } from './page'
