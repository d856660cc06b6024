import { readdirSync, readFileSync } from 'node:fs'
import { briefFrom, type Brief } from '@parrot/core/brief'
import { PassageLibrary } from '@parrot/core/dialogue'
import { passagesOf, read, readPairs, type ReadResult } from '@parrot/core/library'
import { buildSegment, LibraryIndex } from '@parrot/core/retrieval'
import { sampleAgents } from '../../demo/scenario'
import { cinemaBrief } from './cinema/brief'
import { clinicBrief } from './clinic/brief'
import { collegeBrief } from './college/brief'
import { shopBrief } from './shop/brief'
import { handbookBrief } from './handbook/brief'
import { hostelBrief } from './hostel/brief'
import { musicBrief } from './music/brief'
import { serviceBrief } from './service/brief'
import { museumBrief } from './museum/brief'
import { townBrief } from './town/brief'
import { workshopBrief } from './workshop/brief'
import type { Corpus } from './questions/question'

/** An agent to be asked: its brief, and the library it answers from. */
export interface OpenCorpus {
  readonly brief: Brief
  readonly library: PassageLibrary
}

const folder = (path: string): URL => new URL(path, import.meta.url)

/** Reads a corpus with the product's own readers and indexes it, without a server. */
export async function openCorpus(corpus: Corpus): Promise<OpenCorpus> {
  return corpus === 'ferries' ? openFerries() : openFolder(corpus, briefFrom(BRIEFS[corpus]))
}

async function openFerries(): Promise<OpenCorpus> {
  const marlow = sampleAgents[0]!
  const files = marlow.files.map((name) => new URL(name, folder('../../demo/files/')))
  const pages = readdirSync(folder('../../stand-ins/site/'))
    .filter((name) => name.endsWith('.html'))
    .map((name) => new URL(name, folder('../../stand-ins/site/')))
  const results = await Promise.all([...files, ...pages].map(readFile))
  if (marlow.pairs) results.push(readPairs(marlow.pairs.title, marlow.pairs.pairs))
  return { brief: briefFrom(marlow.brief), library: libraryOf(results) }
}

const BRIEFS = {
  handbook: handbookBrief,
  workshop: workshopBrief,
  college: collegeBrief,
  shop: shopBrief,
  town: townBrief,
  service: serviceBrief,
  museum: museumBrief,
  clinic: clinicBrief,
  hostel: hostelBrief,
  music: musicBrief,
  cinema: cinemaBrief,
}

async function openFolder(corpus: keyof typeof BRIEFS, brief: Brief): Promise<OpenCorpus> {
  const from = folder(`./${corpus}/`)
  const names = readdirSync(from).filter((name) => /\.(?:md|csv|html|txt)$/.test(name))
  return { brief, library: libraryOf(await Promise.all(names.map((name) => readFile(new URL(name, from))))) }
}

const readFile = async (url: URL): Promise<ReadResult> =>
  read({ bytes: readFileSync(url), name: url.pathname.split('/').at(-1)! })

/** A library in memory of documents that were read. */
export function libraryOf(results: readonly ReadResult[]): PassageLibrary {
  const sources = results.map((result, at) => {
    if (!result.ok) throw new Error(result.problem.message)
    const passages = passagesOf(result.document).map((passage) => ({ ...passage, id: `${at}.${passage.ordinal}` }))
    return { sourceId: String(at), title: result.document.title, passages }
  })
  const segments = sources.map(({ title, passages }) =>
    buildSegment(passages.map((passage) => ({ title, headings: passage.headings, body: passage.text }))),
  )
  return new PassageLibrary(sources, new LibraryIndex(segments))
}
