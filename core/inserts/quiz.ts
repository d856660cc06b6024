import { phrasesFor } from '../languages'
import { pairIn, sentences, words } from '../text'
import {
  nameOf,
  nearestFirst,
  rowsIn,
  seedOf,
  sentencesFrom,
  shuffled,
  type Ground,
  type Material,
  type MaterialPassage,
} from './material'
import type { InsertOf } from './schema'

const CHOICES = 4
const FEWEST_CHOICES = 3
const LONGEST_CHOICE = 160
const GAP = '_____'

interface Made {
  readonly question: string
  readonly right: string
  readonly wrong: readonly string[]
  readonly why: string
  readonly ground: Ground
}

/**
 * A quiz from the library alone: what a table has in a cell, which figure a sentence states, the answer of a pair, and what
 * is said under a heading. Wrong choices are other values of the same column, other figures alike, and what is said
 * elsewhere. The same line has the same quiz every time. Undefined where too little stands there to ask about.
 */
export function makeQuiz(material: Material): { insert: InsertOf<'quiz'>; grounds: Ground[] } | undefined {
  const kinds = [ofCells(material), ofFigures(material), ofPairs(material), ofHeadings(material)]
  const chosen: Made[] = []
  const asked = new Set<string>()
  // One of each kind in turn, so that a long table does not make the whole quiz.
  for (let round = 0; chosen.length < material.most && kinds.some((kind) => kind.length > round); round++) {
    for (const kind of kinds) {
      const made = kind[round]
      if (!made || chosen.length >= material.most || asked.has(made.why) || asked.has(made.question)) continue
      asked.add(made.why).add(made.question)
      chosen.push(made)
    }
  }
  if (chosen.length === 0) return undefined
  const grounds = chosen.map(({ ground }) => ground)
  return {
    insert: {
      kind: 'quiz',
      title: material.about,
      questions: chosen.map(({ question, right, wrong, why }, at) => {
        const choices = shuffled([right, ...wrong.slice(0, CHOICES - 1)], question, (choice) => choice)
        return { question, choices, right: choices.indexOf(right), why, marker: at + 1 }
      }),
    },
    grounds,
  }
}

const distinct = (right: string, others: readonly string[]): string[] =>
  [...new Set(others)].filter((each) => each !== '' && each.toLowerCase() !== right.toLowerCase())

/** "What is the Boat for Carrow Quay to Inchmore?" with the other boats to choose from. */
function ofCells({ passages, whole, language }: Material): Made[] {
  const made = passages.flatMap((passage) =>
    rowsIn(passage).flatMap(({ cells, line }): Made[] => {
      const [key, ...rest] = cells
      if (!key) return []
      const rows = whole(passage.sourceId)
        .flatMap(rowsIn)
        .filter((row) => row.cells[0]?.header === key.header)
      // What does not tell its row apart cannot be asked about.
      const isSole = rows.filter((row) => row.cells[0]!.value === key.value).length <= 1
      if (!isSole) return []
      return rest.flatMap(({ header, value }): Made[] => {
        const column = rows.flatMap((row) =>
          row.cells.filter((cell) => cell.header === header).map((cell) => cell.value),
        )
        const wrong = distinct(value, column)
        if (wrong.length < FEWEST_CHOICES - 1 || value.length > LONGEST_CHOICE) return []
        return [
          {
            question: phrasesFor(language).askCell(header, key.value),
            right: value,
            wrong: shuffled(wrong, line + header, (each) => each),
            why: line,
            ground: { passage, quote: line },
          },
        ]
      })
    }),
  )
  return shuffled(made, 'cells', ({ question }) => question)
}

/** A figure as it stands in a sentence: a price, a time of day, a count with what is counted. */
const FIGURE = /(?<![\p{L}\d.,:/-])([£€$]?)(\d{1,2}[:.]\d{2}|\d{1,3}(?:,\d{3})+|\d+(?:\.\d+)?)(?![\d:/-]|[.,]\d)/gu
/** Without what it points back to, a sentence says nothing. */
const POINTS_BACK = /^(?:it|they|this|these|that|those|he|she|er|sie|es|das|il|elle|ce|ils|ello|esto|zij|dit|dat)\b/i

function ofFigures({ passages, about }: Material): Made[] {
  const made = passages.flatMap((passage) =>
    sentencesFrom(passage).flatMap((sentence): Made[] => {
      if (POINTS_BACK.test(sentence)) return []
      const found = [...sentence.matchAll(FIGURE)]
      const figure = found[seedOf(sentence) % Math.max(1, found.length)]
      if (!figure) return []
      const [whole, sign, amount] = figure as unknown as [string, string, string]
      const wrong = likeFigures(amount, seedOf(sentence)).map((each) => `${sign}${each}`)
      const blanked = `${sentence.slice(0, figure.index)}${GAP}${sentence.slice(figure.index! + whole.length)}`
      return [
        {
          question: within(passage, blanked),
          right: whole,
          wrong: distinct(whole, wrong),
          why: sentence,
          ground: { passage, quote: sentence },
        },
      ]
    }),
  )
  const order = nearestFirst(
    made.map(({ why }) => why),
    about,
  )
  return [...made].sort((a, b) => order.indexOf(a.why) - order.indexOf(b.why))
}

const within = ({ headings }: MaterialPassage, text: string): string => {
  const heading = nameOf(headings.at(-1))
  return heading ? `${heading}: ${text}` : text
}

const MINUTES_A_DAY = 24 * 60
/** Figures that could stand there as well, written alike. */
function likeFigures(amount: string, seed: number): string[] {
  const clock = /^(\d{1,2})([:.])(\d{2})$/.exec(amount)
  if (clock && Number(clock[1]) < 24 && Number(clock[3]) < 60) {
    const minutes = Number(clock[1]) * 60 + Number(clock[3])
    return [60, -30, 90, -75].map((by) => {
      const at = (minutes + by + MINUTES_A_DAY) % MINUTES_A_DAY
      return `${String(Math.floor(at / 60)).padStart(clock[1]!.length, '0')}${clock[2]}${String(at % 60).padStart(2, '0')}`
    })
  }
  const value = Number(amount.replace(/,/g, ''))
  const places = /\.(\d+)$/.exec(amount)?.[1]?.length ?? 0
  const steps =
    value >= 10 || places > 0
      ? [value * 2, value / 2, value * 1.5, value * 0.8]
      : [value + 1, value + 2, value + 4, value - 1]
  const rounded = steps.map((each) => (places > 0 ? each.toFixed(places) : String(Math.round(each))))
  return shuffled(
    rounded
      .filter((each) => Number(each) > 0)
      .map((each) => (amount.includes(',') ? Number(each).toLocaleString('en-GB') : each)),
    String(seed),
    (each) => each,
  )
}

const firstSentence = (text: string): string => sentences(text)[0]?.text.trim() ?? text

/** A pair's question, with what other pairs answer to choose from. */
function ofPairs({ passages, whole }: Material): Made[] {
  return passages.flatMap((passage): Made[] => {
    const pair = pairIn(passage)
    if (!pair) return []
    const right = firstSentence(pair.answer)
    const others = whole(passage.sourceId)
      .flatMap((other) => pairIn(other) ?? [])
      .map(({ answer }) => firstSentence(answer))
    const wrong = distinct(right, others).filter((each) => each.length <= LONGEST_CHOICE)
    if (wrong.length < FEWEST_CHOICES - 1 || right.length > LONGEST_CHOICE) return []
    return [
      {
        question: pair.question,
        right,
        wrong: shuffled(wrong, pair.question, (each) => each),
        why: pair.answer,
        ground: { passage, quote: pair.answer },
      },
    ]
  })
}

/** What stands under a heading, with what stands under others to choose from. */
function ofHeadings({ passages, whole, about, language }: Material): Made[] {
  return passages.flatMap((passage): Made[] => {
    const heading = passage.headings.at(-1)
    const sayable = nearestFirst(sentencesFrom(passage), about).filter(
      (sentence) => !POINTS_BACK.test(sentence) && sentence.length <= LONGEST_CHOICE,
    )
    // Where a figure stands there it is asked about by itself.
    const right = sayable.find((sentence) => !/\d/.test(sentence)) ?? sayable[0]
    const name = nameOf(heading)
    if (!name || !right || words(name).length > 8) return []
    const elsewhere = whole(passage.sourceId).filter((other) => other.headings.at(-1) !== heading)
    const wrong = distinct(
      right,
      elsewhere.flatMap((other) => sentencesFrom(other).slice(0, 1)).filter((each) => each.length <= LONGEST_CHOICE),
    )
    if (wrong.length < FEWEST_CHOICES - 1) return []
    return [
      {
        question: phrasesFor(language).askAbout(name),
        right,
        wrong: shuffled(wrong, right, (each) => each),
        why: right,
        ground: { passage, quote: right },
      },
    ]
  })
}
