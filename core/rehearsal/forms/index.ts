/** Scripts and runs in other forms: as conversations in plain text, as a table, as our own file, as JUnit XML. */
export { scriptsAsFile, scriptsFromFile } from './file'
export { asCsv } from './csv'
export { asJunit } from './junit'
export { scriptsAsTable, scriptsFromTable } from './table'
export { MOST_SCRIPTS, scriptsAsText, scriptsFromText, type ScriptsRead } from './text'
