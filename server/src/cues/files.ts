import { lstat, readdir } from 'node:fs/promises'
import { join } from 'node:path'
import { CUTTING } from '@parrot/core/library'
import type { Cue, CueEvent } from '@parrot/core/team'
import { HttpProblem } from '../http/problems'
import type { Services } from '../services'

type FileCue = Extract<Cue, { kind: 'file' }>
type Means = Pick<Services, 'config' | 'pool'>

const MOST_LISTED = 2000
const MOST_BYTES = 20 * 1024 * 1024
/** A file that changed this short a time ago may still be being written. */
const SETTLED_MS = 2000
const LONGEST_TEXT = 20_000

/**
 * Files of a folder that were not seen yet, the latest first, each with its text as the library would read it. Links and
 * folders within are left out. With `names` all of them are told and none is read: what was there before. Throws words where the folder is not there, or none was set for this machine.
 */
export async function filesIn(
  { config, pool }: Means,
  { folder }: FileCue,
  seen: ReadonlySet<string>,
  most: number | 'names',
): Promise<CueEvent[]> {
  if (config.cueFolder === undefined)
    throw new HttpProblem(
      409,
      'No folder is set for files on this machine.',
      'Start the server with PARROT_CUE_FOLDER=/path.',
    )
  const root = join(config.cueFolder, folder)
  const listed = await readdir(root).catch(() => {
    throw new HttpProblem(
      409,
      `There is no folder “${folder || '.'}” where files are looked for.`,
      'Make it, or name another.',
    )
  })
  const found: { name: string; path: string; key: string; at: Date }[] = []
  if (listed.length > MOST_LISTED)
    throw new HttpProblem(
      409,
      `There are more than ${MOST_LISTED} files in “${folder || '.'}”.`,
      'Move those that were read elsewhere.',
    )
  for (const name of listed.filter((each) => !each.startsWith('.'))) {
    const path = join(root, name)
    const { mtimeMs, size, ...file } = await lstat(path)
    const key = `${name} ${mtimeMs} ${size}`
    if (!isPlain(file.mode) || size > MOST_BYTES || seen.has(key) || Date.now() - mtimeMs < SETTLED_MS) continue
    found.push({ name, path, key, at: new Date(mtimeMs) })
  }
  const newest = found.sort((a, b) => b.at.getTime() - a.at.getTime())
  return Promise.all(
    (most === 'names' ? newest : newest.slice(0, most)).map(async ({ name, path, key, at }) => ({
      key,
      title: name,
      at,
      values: { name, folder, text: most === 'names' ? '' : await textOf(pool, path, name) },
    })),
  )
}

const FILE_TYPE = 0o170000
const PLAIN_FILE = 0o100000
/** Whether a mode is that of a file itself, and of no link to one. */
const isPlain = (mode: number): boolean => (mode & FILE_TYPE) === PLAIN_FILE

/** The words of a file; what cannot be read says so in their place. */
async function textOf(pool: Means['pool'], path: string, name: string): Promise<string> {
  const task = {
    origin: { kind: 'file', name, mediaType: '' } as const,
    path,
    mediaType: undefined,
    cutting: CUTTING,
    edits: [],
  }
  const read = await pool.read(task, () => undefined, new AbortController().signal)
  return (read.ok ? read.passages.map(({ text }) => text).join('\n\n') : read.problem.message).slice(0, LONGEST_TEXT)
}
