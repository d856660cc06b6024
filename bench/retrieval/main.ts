/**
 * Measures retrieval on labelled questions over manuals that Debian ships: this product, each part of its score taken
 * out in turn, plain BM25, and two general search packages, all on identical passages in one run. `npm run retrieval`;
 * `--half=1` or `--half=2` takes one half of the questions: tune on the first, report the second.
 */
import lunr from 'lunr'
import MiniSearch from 'minisearch'
import {
  buildSegment,
  LibraryIndex,
  meanScores,
  scoreRanking,
  search,
  SCORERS,
  type Scorer,
} from '@parrot/core/retrieval'
import { manuals, type BenchPassage, type Labelled } from './corpus'

const { documents, questions } = await manuals()
const half = process.argv.find((argument) => argument.startsWith('--half='))?.slice(7)
const asked = half ? questions.filter((_, at) => at % 2 === Number(half) - 1) : questions
const passages = documents.flat()
const say = (line: string) => process.stdout.write(`${line}\n`)
say(`${passages.length} passages of ${documents.length} documents, ${asked.length} questions\n`)
say('                             hit@1   hit@5     MRR  nDCG@10   ms a query (median)')

const DEPTH = 20
type Find = (question: string) => string[]

function measure(name: string, find: Find, of: readonly Labelled[] = asked): void {
  for (const { question } of of.slice(0, 20)) find(question)
  const took: number[] = []
  const scores = of.map(({ question, right }) => {
    const began = performance.now()
    const ranked = find(question)
    took.push(performance.now() - began)
    return scoreRanking(ranked, right)
  })
  const { hit1, hit5, mrr, ndcg10 } = meanScores(scores)
  const figures = [hit1, hit5, mrr, ndcg10].map((each) => (100 * each).toFixed(1).padStart(7))
  const median = took.sort((a, b) => a - b)[took.length >> 1]!
  say(`${name.padEnd(27)}${figures.join(' ')}   ${median.toFixed(2).padStart(8)}`)
}

const index = new LibraryIndex(
  documents.map((document) => buildSegment(document.map(({ title, text }) => ({ title, headings: [], body: text })))),
)
const ours =
  (scorers: readonly Scorer[], hasSurroundings = true): Find =>
  (question) =>
    search(index, question, { limit: DEPTH, scorers, hasSurroundings }).map(
      ({ segment, passage }) => documents[segment]![passage]!.id,
    )

measure('this product', ours(SCORERS))
for (const left of SCORERS) measure(`  without ${left.name}`, ours(SCORERS.filter((scorer) => scorer !== left)))
const body = SCORERS.find((scorer) => scorer.name === 'body')!
measure('  without surroundings', ours(SCORERS, false))
measure('plain BM25', ours([body], false))
measure('MiniSearch', miniSearch(passages))
measure('Lunr', lunrSearch(passages))

function miniSearch(all: readonly BenchPassage[]): Find {
  const engine = new MiniSearch({ fields: ['text'], searchOptions: { prefix: true, fuzzy: 0.2 } })
  engine.addAll(all.map(({ id, text }) => ({ id, text })))
  return (question) =>
    engine
      .search(question)
      .slice(0, DEPTH)
      .map((hit) => String(hit.id))
}

function lunrSearch(all: readonly BenchPassage[]): Find {
  const engine = lunr(function () {
    this.ref('id')
    this.field('text')
    for (const { id, text } of all) this.add({ id, text })
  })
  return (question) =>
    engine
      .query((query) => query.term(lunr.tokenizer(question), {}))
      .slice(0, DEPTH)
      .map((hit) => hit.ref)
}
