export { MEASURES, measureAll, PASSAGES_READ, SURENESS, surenessOf, type Ranked } from './read'
