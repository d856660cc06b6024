import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { briefFrom } from '@parrot/core/brief'
import { read } from '@parrot/core/library'
import { unpacked } from '../../debian'
import { libraryOf, type OpenCorpus } from '../corpora'
import { box, boxNot } from './box'
import { faq, faqNot } from './faq'
import { mail, mailNot } from './mail'
import type { RealSet } from './question'

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

/** Reads a real document with the product's own readers, under a brief that says nothing in particular. */
export async function openReal({ folder, files, name }: RealCorpus): Promise<OpenCorpus> {
  const path = join(unpacked('real', PACKAGES), folder)
  const names = readdirSync(path)
    .filter((each) => files.test(each))
    .sort()
  const results = await Promise.all(
    names.map((each) => read({ bytes: readFileSync(join(path, each)), name: each, mediaType: 'text/html' })),
  )
  return { brief: briefFrom({ identity: { name: `Helper of ${name}` } }), library: libraryOf(results) }
}
