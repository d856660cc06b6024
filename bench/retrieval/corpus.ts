import { createHash } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { passagesOf, read, type Block } from '@parrot/core/library'
import { contentTerms } from '@parrot/core/text'
import { unpacked } from '../debian'

/** A passage to be found, and the texts around it that may be indexed; headings are taken out of all documents. */
export interface BenchPassage {
  readonly id: string
  readonly title: string
  readonly text: string
}

/** A question with the passages that answer it. */
export interface Labelled {
  readonly question: string
  readonly right: ReadonlySet<string>
}

export interface BenchCorpus {
  /** Passages by document, in order. */
  readonly documents: readonly (readonly BenchPassage[])[]
  readonly questions: readonly Labelled[]
}

const PACKAGES = ['debian-reference-en', 'git-doc', 'debian-handbook', 'developers-reference']
const MANUALS: readonly (readonly [folder: string, wanted: RegExp])[] = [
  ['usr/share/debian-reference', /^ch\d+\.en\.html$/],
  ['usr/share/developers-reference', /\.html$/],
  ['usr/share/doc/debian-handbook/html/en-US', /^(?:sect|[a-z-]+)\.?[\w.-]*\.html$/],
  ['usr/share/doc/git-doc', /^(?:git[\w-]*|user-manual|everyday|gitglossary)\.html$/],
]
/** A heading asks well enough when it has so many words that say something, and its section this much text. */
const FEWEST_TERMS = 3
const MOST_TERMS = 10
const FEWEST_CHARACTERS = 250
const MOST_QUESTIONS = 400

/**
 * The manuals cut into passages with all headings taken out, and their sections' headings as questions: what a section
 * is called asks for what stands in it. Which headings are taken is fixed by their hash.
 */
export async function manuals(): Promise<BenchCorpus> {
  const texts = unpacked('texts', PACKAGES)
  const documents: BenchPassage[][] = []
  const labelled: (Labelled & { hash: string })[] = []
  for (const [folder, wanted] of MANUALS) {
    const path = join(texts, folder)
    for (const name of readdirSync(path)
      .filter((each) => wanted.test(each))
      .sort()) {
      const result = await read({ bytes: readFileSync(join(path, name)), name, mediaType: 'text/html' })
      if (!result.ok) continue
      const document: BenchPassage[] = []
      for (const { heading, blocks } of sections(result.document.blocks)) {
        const passages = passagesOf({ title: '', blocks }).map(({ text }, at) => ({
          id: `${documents.length}.${document.length + at}`,
          title: '',
          text,
        }))
        document.push(...passages)
        const question = heading.replace(/^[\dA-Z]?[\d.]*\s+/, '').trim()
        const terms = contentTerms(question).length
        const size = passages.reduce((sum, each) => sum + each.text.length, 0)
        if (terms < FEWEST_TERMS || terms > MOST_TERMS || size < FEWEST_CHARACTERS) continue
        const hash = createHash('sha256').update(`${name} ${question}`).digest('hex')
        labelled.push({ question, right: new Set(passages.map((each) => each.id)), hash })
      }
      if (document.length > 0) documents.push(document)
    }
  }
  const once = labelled.filter((each, at) => labelled.findIndex((other) => other.question === each.question) === at)
  return { documents, questions: once.sort((a, b) => (a.hash < b.hash ? -1 : 1)).slice(0, MOST_QUESTIONS) }
}

function sections(blocks: readonly Block[]): { heading: string; blocks: Block[] }[] {
  const found: { heading: string; blocks: Block[] }[] = [{ heading: '', blocks: [] }]
  for (const block of blocks) {
    if (block.kind === 'heading') found.push({ heading: block.text, blocks: [] })
    else found.at(-1)!.blocks.push(block)
  }
  return found.filter((section) => section.blocks.length > 0)
}
