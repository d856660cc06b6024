import type { FolderFile, FolderProblem } from './form'

/** What a path may not be: absolute, with a way up, with another system's signs, or hidden inside. */
// eslint-disable-next-line no-control-regex -- control characters are what is refused
const UNSAFE = /^[/\\]|^[a-z]:|\\|[\u0000-\u001f]|(?:^|\/)\.\.?(?:\/|$)|\/\//i

/** What operating systems, editors and version control leave beside the files. */
const ASIDE = /(?:^|\/)(?:\.[^/]*|__MACOSX|Thumbs\.db|desktop\.ini)(?:\/|$)|~$/i

/** Whether a path stays inside the folder it belongs to. */
export const isSafePath = (path: string): boolean => path !== '' && path.length <= 400 && !UNSAFE.test(path)

/**
 * The files of a folder under the paths they have in it: where all lie in one folder, as in a packed one, it is taken
 * away; what tools leave behind is left out. A path that leads elsewhere, or that two files share, is a problem.
 */
export function placed(
  files: readonly FolderFile[],
  manifest: string,
): { files: FolderFile[]; problems: FolderProblem[] } {
  const unsafe = files.filter(({ path }) => !isSafePath(path))
  const problems = unsafe.map(({ path }) => ({
    file: shown(path),
    message: 'Its name leads out of the folder. Nothing of it was read.',
  }))
  const kept = files.filter(({ path }) => isSafePath(path) && !ASIDE.test(path))
  const found = kept.find(({ path }) => path === manifest || path.endsWith(`/${manifest}`))
  const top = found ? found.path.slice(0, -manifest.length) : ''
  const inside = kept
    .filter(({ path }) => path.startsWith(top))
    .map(({ path, bytes }) => ({ path: path.slice(top.length), bytes }))
  const seen = new Set<string>()
  for (const { path } of inside) {
    const name = path.normalize('NFC').toLowerCase()
    if (seen.has(name)) problems.push({ file: path, message: 'There are two files of this name.' })
    seen.add(name)
  }
  return { files: inside, problems }
}

const shown = (path: string): string => JSON.stringify(path.slice(0, 200)).slice(1, -1)

/** File names that are taken, and free ones in their likeness. */
export class Names {
  readonly #taken = new Set<string>()

  /** A free path in a folder for something that is called so; the ending is kept. */
  take(folder: string, called: string, ending = ''): string {
    const stem = plain(called) || 'unnamed'
    for (let number = 1; ; number++) {
      const path = `${folder}/${stem}${number === 1 ? '' : `-${number}`}${ending}`
      const name = path.toLowerCase()
      if (this.#taken.has(name)) continue
      this.#taken.add(name)
      return path
    }
  }

  /** The same for a file with a name of its own. */
  takeFile(folder: string, name: string): string {
    const [, stem = name, ending = ''] = /^(.+?)(\.[A-Za-z0-9]{1,8})$/.exec(name) ?? []
    return this.take(folder, stem, ending)
  }
}

/** A name every file system takes: letters, digits and a few signs. */
const plain = (name: string): string =>
  name
    .normalize('NFC')
    .replace(/[^\p{L}\p{M}\p{N}._ -]+/gu, '-')
    .replace(/\s+/g, ' ')
    .replace(/^[-. ]+|[-. ]+$/g, '')
    .slice(0, 80)
    .replace(/[-. ]+$/, '')

/** A title as part of a path: small letters with dashes. */
export const slugOf = (title: string): string => plain(title).toLowerCase().replace(/[ _]+/g, '-').slice(0, 60)
