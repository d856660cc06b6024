import { contentStems, coverage, pairIn } from '../text'
import { nameOf, rowsIn, sentencesFrom, type Ground, type Material, type MaterialPassage } from './material'
import type { InsertOf } from './schema'

const BACK_SENTENCES = 2
const LONGEST_BACK = 400

/** Cards to learn from: a question and its answer, a heading and what stands under it, a row by its first cell. */
export function makeCards({
  about,
  passages,
  most,
}: Material): { insert: InsertOf<'cards'>; grounds: Ground[] } | undefined {
  const made = passages.flatMap((passage): (Ground & { front: string; back: string })[] => {
    const pair = pairIn(passage)
    if (pair) return [{ passage, quote: pair.answer, front: pair.question, back: pair.answer }]
    const rows = rowsIn(passage)
    if (rows.length > 0)
      return rows.map(({ cells: [key, ...rest], line }) => ({
        passage,
        quote: line,
        front: key!.value,
        back: rest.map(({ header, value }) => `${header}: ${value}`).join('; '),
      }))
    const said = sentencesFrom(passage).slice(0, BACK_SENTENCES)
    const front = nameOf(passage.headings.at(-1))
    return front && said.length > 0
      ? [{ passage, quote: said[0]!, front, back: said.join(' ').slice(0, LONGEST_BACK) }]
      : []
  })
  const fronts = new Set<string>()
  const kept = made.filter(({ front }) => !fronts.has(front) && fronts.add(front)).slice(0, most)
  if (kept.length === 0) return undefined
  return {
    insert: {
      kind: 'cards',
      title: about,
      cards: kept.map(({ front, back }, at) => ({ front, back, marker: at + 1 })),
    },
    grounds: kept,
  }
}

type Item = InsertOf<'outline'>['items'][number]
const MOST_ITEMS = 60
const LONGEST_NOTE = 120

/** The headings of the document that what is asked for stands in, each with how what is under it begins. */
export function makeOutline({
  about,
  passages,
  whole,
}: Material): { insert: InsertOf<'outline'>; grounds: Ground[] } | undefined {
  const [nearest] = passages
  if (!nearest) return undefined
  const all = whole(nearest.sourceId)
  const wanted = contentStems(about)
  // A part of a document by its heading, or all of it by its title.
  const part = all.flatMap(({ headings }) => headings).find((heading) => coverage(wanted, contentStems(heading)) === 1)
  const own = wanted.size > 0 && part ? all.filter(({ headings }) => headings.includes(part)) : all
  const items: Item[] = []
  let count = 0
  for (const passage of own) {
    let level = items
    for (const [depth, heading] of passage.headings.entries()) {
      let item = level.find(({ text }) => text === heading)
      if (!item) {
        if (count++ >= MOST_ITEMS) break
        const isLast = depth === passage.headings.length - 1
        item = { text: heading, note: isLast ? noteOf(passage) : '', items: [] }
        level.push(item)
      }
      level = item.items
    }
  }
  const top = items.length === 1 && items[0]!.items.length > 0 ? items[0]!.items : items
  if (top.length < 2) return undefined
  const quote = sentencesFrom(own[0]!)[0] ?? own[0]!.text.split('\n')[0]!
  return {
    insert: { kind: 'outline', title: part ?? nearest.sourceTitle, items: top, marker: 1 },
    grounds: [{ passage: own[0]!, quote }],
  }
}

const noteOf = (passage: MaterialPassage): string => {
  const [first = ''] = sentencesFrom(passage)
  return first.length > LONGEST_NOTE ? '' : first
}

const LONGEST_FILE = 40_000

/** What the library says of something, under its headings and with its sources, as Markdown to take along. */
export function makeFile(
  { about, passages }: Material,
  form: InsertOf<'file'>['form'],
  title: string,
): { insert: InsertOf<'file'>; grounds: Ground[] } | undefined {
  if (passages.length === 0) return undefined
  const name = title || about || passages[0]!.sourceTitle
  let under = ''
  const parts = passages.flatMap((passage, at) => {
    const heading = placeIn(passage).join(' › ')
    const isNew = heading !== under
    under = heading
    return [...(isNew ? [`## ${heading}`] : []), `${textOf(passage)} [${at + 1}]`]
  })
  const sources = passages.map((passage, at) => `${at + 1}. ${placeIn(passage).join(', ')}`)
  return {
    insert: {
      kind: 'file',
      title: name,
      name: fileName(name, form),
      form,
      text: [`# ${name}`, ...parts, sources.join('\n')].join('\n\n').slice(0, LONGEST_FILE),
    },
    grounds: passages.map((passage) => ({ passage, quote: passage.text })),
  }
}

const placeIn = ({ sourceTitle, headings }: MaterialPassage): string[] => [...new Set([sourceTitle, ...headings])]
const textOf = (passage: MaterialPassage): string => {
  const pair = pairIn(passage)
  return pair ? `**${pair.question}** ${pair.answer}` : passage.text
}

/** A name that every system takes for a file. */
const fileName = (name: string, form: string): string =>
  `${
    name
      .replace(/[^\p{L}\d]+/gu, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 60)
      .toLowerCase() || 'summary'
  }.${form}`
