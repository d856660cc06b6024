import { execFileSync } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { briefFrom } from '@parrot/core/brief'
import { read } from '@parrot/core/library'
import { libraryOf, type OpenCorpus } from '../corpora'
import { box, boxNot } from './box'
import { faq, faqNot } from './faq'
import { mail, mailNot } from './mail'
import type { RealSet } from './question'

const TEXTS = fileURLToPath(new URL('../../../.cache/real', import.meta.url))
const PACKAGES = ['debian-faq', 'freedombox-doc-en', 'claws-mail-doc']
const CHAPTERS =
  /^(?:Introduction|QuickStart|Backups|Upgrades|PioneerEdition|Apache_userdir|DynamicDNS|MiniDLNA|Users|Roundcube|Syncthing|Power|Samba|Mumble|Tor)\.part\.html$/

/** A real document as Debian ships it, with questions people may ask of it. */
export interface RealCorpus {
  readonly name: string
  readonly folder: string
  readonly files: RegExp
  readonly questions: RealSet
  readonly not: { readonly looked: readonly string[]; readonly sealed: readonly string[] }
}

export const REAL: readonly RealCorpus[] = [
  { name: 'faq', folder: 'usr/share/doc/debian/FAQ', files: /\.en\.html$/, questions: faq, not: faqNot },
  { name: 'box', folder: 'usr/share/freedombox/manual/en', files: CHAPTERS, questions: box, not: boxNot },
  { name: 'mail', folder: 'usr/share/doc/claws-mail/manual/en', files: /\.html$/, questions: mail, not: mailNot },
]

/** Unpacks the documents' packages into .cache, unless they are there. Needs apt and dpkg, not root. */
function fetchTexts(): void {
  if (existsSync(join(TEXTS, 'done'))) return
  mkdirSync(TEXTS, { recursive: true })
  const folder = mkdtempSync(join(tmpdir(), 'parrot-real-'))
  try {
    execFileSync('apt-get', ['download', ...PACKAGES], { cwd: folder, stdio: ['ignore', 'ignore', 'inherit'] })
    for (const name of readdirSync(folder)) execFileSync('dpkg-deb', ['-x', join(folder, name), TEXTS])
    mkdirSync(join(TEXTS, 'done'))
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

/** Reads a real document with the product's own readers, under a brief that says nothing in particular. */
export async function openReal({ folder, files, name }: RealCorpus): Promise<OpenCorpus> {
  fetchTexts()
  const path = join(TEXTS, folder)
  const names = readdirSync(path)
    .filter((each) => files.test(each))
    .sort()
  const results = await Promise.all(
    names.map((each) => read({ bytes: readFileSync(join(path, each)), name: each, mediaType: 'text/html' })),
  )
  return { brief: briefFrom({ identity: { name: `Helper of ${name}` } }), library: libraryOf(results) }
}
