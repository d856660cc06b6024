/** What a browser loads before a screen shows: the entry's scripts and styles with those of the screen, gzipped. */
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'

interface Chunk {
  readonly file: string
  readonly isEntry?: boolean
  readonly imports?: readonly string[]
  readonly css?: readonly string[]
}

export interface FirstLoad {
  /** The screen's modules, by their paths under `web/`. */
  readonly screen: readonly string[]
  readonly scriptBytes: number
  readonly styleBytes: number
}

/** Sizes in bytes after gzip of what each screen loads from a built `dist/web`; fonts and data are not counted. */
export function firstLoads(dist: string, screens: readonly (readonly string[])[]): FirstLoad[] {
  const manifest = JSON.parse(readFileSync(join(dist, '.vite/manifest.json'), 'utf8')) as Record<string, Chunk>
  const entry = Object.keys(manifest).find((key) => manifest[key]!.isEntry)!
  const sizeOf = (file: string) => gzipSync(readFileSync(join(dist, file))).length
  return screens.map((screen) => {
    const chunks = new Set<string>()
    const follow = (key: string): void => {
      if (chunks.has(key)) return
      chunks.add(key)
      for (const next of manifest[key]?.imports ?? []) follow(next)
    }
    follow(entry)
    for (const part of screen) follow(part)
    const styles = new Set([...chunks].flatMap((key) => manifest[key]?.css ?? []))
    const sum = (files: Iterable<string>) => [...files].reduce((total, file) => total + sizeOf(file), 0)
    return { screen, scriptBytes: sum([...chunks].map((key) => manifest[key]!.file)), styleBytes: sum(styles) }
  })
}
