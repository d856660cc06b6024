/** An agent as files that can be read, compared, kept under version control and read in again; see docs/folder.md. */
export { differencesBetween, type FolderDifference } from './differences'
export { FILES, SHARED_RULES, SOURCES } from './form'
export type { FolderAgent, FolderFile, FolderProblem, FolderSource } from './form'
export { openAgent, type OpenedAgent } from './library'
export { readFolder, type FolderRead } from './read'
export { writeFolder } from './write'
export { unzipFiles, zipFiles } from './zip'
