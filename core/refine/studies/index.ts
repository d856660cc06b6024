/** Questions asked of an agent as a whole by running its scripts many times. */
export { firstLike } from './bisect'
export { comparedLines, comparisonAsCsv, type ComparedAnswer, type ComparedLine, type Vote } from './compare'
export { coverageOf, touchesIt, type Covered, type StudiedSource, type Untouched } from './coverage'
export { byWeight, effectOf, type Effect } from './effects'
export { entriesOf, usedIn, type StudiedEntry } from './entries'
export { reworded, REWORDINGS, seeded, stressed, type Fallen, type Rewording, type StressRow } from './stress'
