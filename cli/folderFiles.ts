import {
  existsSync,
  lstatSync,
  mkdirSync,
  openSync,
  closeSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
  writeSync,
} from 'node:fs'
import { basename, dirname, join, resolve, sep } from 'node:path'
import {
  FILES,
  readFolder,
  SHARED_RULES,
  SOURCES,
  unzipFiles,
  type FolderAgent,
  type FolderFile,
} from '@parrot/core/folder'
import { CliProblem, folderProblem } from './problem'

/** Bytes a folder may hold together. */
const MOST_BYTES = 500 * 1024 * 1024
/** What lies in a folder under version control and is none of it. */
const ASIDE = new Set(['node_modules', '.git'])

/** The agent in a folder or a ZIP. */
export async function agentIn(place: string): Promise<FolderAgent> {
  const read = await readFolder(filesIn(place))
  if (!read.ok) throw folderProblem(place, read.problems)
  return read.agent
}

function filesIn(place: string): readonly FolderFile[] {
  if (!existsSync(place)) throw new CliProblem(`There is no “${place}”.`)
  if (statSync(place).isDirectory()) return walk(place)
  const unpacked = unzipFiles(new Uint8Array(readFileSync(place)), basename(place))
  if (!unpacked.ok) throw folderProblem(place, unpacked.problems)
  return unpacked.files
}

/** The files below a folder. Links are not followed: they may lead anywhere. */
function walk(folder: string): FolderFile[] {
  let total = 0
  const below = (inside: string): FolderFile[] =>
    readdirSync(join(folder, inside))
      .sort()
      .flatMap((name) => {
        const path = inside === '' ? name : `${inside}/${name}`
        const stats = lstatSync(join(folder, path))
        if (stats.isDirectory()) return ASIDE.has(name) ? [] : below(path)
        if (!stats.isFile()) return []
        total += stats.size
        if (total > MOST_BYTES) throw new CliProblem(`“${folder}” holds more than ${MOST_BYTES / 1024 / 1024} MB.`)
        return [{ path, bytes: new Uint8Array(readFileSync(join(folder, path))) }]
      })
  return below('')
}

/**
 * Writes a ZIP as a folder, or as it is where the place ends in ".zip". In a folder that holds an agent already, files of
 * it that are no more go; whatever else lies there stays. A folder with other things and no agent is left alone.
 */
export function writePlace(place: string, zip: Uint8Array): number {
  if (/\.zip$/i.test(place)) {
    writeWhole(place, zip)
    return 1
  }
  const unpacked = unzipFiles(zip, 'the answer of the server')
  if (!unpacked.ok) throw folderProblem(place, unpacked.problems)
  const isThere = existsSync(place)
  if (isThere && !statSync(place).isDirectory()) throw new CliProblem(`“${place}” is a file. Name a folder, or a .zip.`)
  if (isThere && readdirSync(place).some((name) => name !== '.git') && !existsSync(join(place, FILES.manifest)))
    throw new CliProblem(`“${place}” holds other things and no agent. Name an empty or new folder.`)
  const root = resolve(place)
  const paths = unpacked.files.map(({ path }) => resolve(root, path))
  if (paths.some((path) => !path.startsWith(root + sep))) throw new CliProblem('A file would lie outside the folder.')
  for (const [at, { bytes }] of unpacked.files.entries()) {
    mkdirSync(dirname(paths[at]!), { recursive: true })
    writeWhole(paths[at]!, bytes)
  }
  for (const { path } of isThere ? walk(place) : [])
    if (isOurs(path) && !paths.includes(resolve(root, path))) rmSync(join(place, path))
  return paths.length
}

const isOurs = (path: string): boolean =>
  path.startsWith(`${SOURCES}/`) || path.startsWith(`${SHARED_RULES}/`) || Object.values<string>(FILES).includes(path)

/** A kill leaves the old file or the new one. */
function writeWhole(path: string, bytes: Uint8Array): void {
  const draft = `${path}.part`
  const file = openSync(draft, 'w')
  try {
    writeSync(file, bytes)
  } finally {
    closeSync(file)
  }
  renameSync(draft, path)
}

/** Writes a text that was asked for, its folder too. */
export function writeText(path: string, text: string): void {
  mkdirSync(dirname(resolve(path)), { recursive: true })
  writeFileSync(path, text)
}
