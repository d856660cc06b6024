export {
  fetchPage,
  isPublicAddress,
  sniffed,
  type FetchFailure,
  type FetchOptions,
  type FetchResult,
} from './fetchPage'
export { walk, textOf, type PageLook, type Visited, type WalkMeans } from './walk'
export { chromiumPath, Renderer } from './render'
