import { contentStems, coverage, wordCount } from '../text'
import { answerKindOf } from '../rules'
import type { PromptView } from '../brief'
import type { Evidence } from './evidence'
import { unitsOf, withoutBullet, type Unit } from './units'
import { closer, inRegister, opener, unitsAllowed } from './manner'
import { isAllowed, type Orders } from './obey'
import { listed, sayUnit } from './phrase'

/** Further evidence must come this near the best to be told with it. */
const NEAR_BEST = 0.82
/** Evidence whose words are covered this far by what was said already says nothing new. */
const SAID_ALREADY = 0.75

/** A piece of a reply: its text without marker, and the passage it rests on (none for courtesy and rules). */
interface Piece {
  readonly text: string
  readonly cites?: number
  readonly layout?: 'line'
}

/**
 * Composes the reply from evidence, best first: a whole list when the best evidence is part of one that was asked for,
 * else as many sentences as brevity allows, none repeating another; then what the rules add; courtesy only where the
 * word limit leaves room. Sentences are never cut: what does not fit is left out whole.
 */
export function compose(question: string, evidence: readonly Evidence[], view: PromptView, orders: Orders): string {
  const allowed = evidence.filter((unit) => isAllowed(unit.text, orders) && isAllowed(unit.leadIn, orders))
  const best = allowed[0]
  if (!best) return ''
  const body = listPieces(best, question, view, orders) ?? sentencePieces(allowed, question, view)
  const added = orders.add.filter((text) => isAllowed(text, orders)).map((text): Piece => ({ text }))
  const budget = budgetFor(view.maxWords)
  const kept = [...budget.keep(body.slice(0, 1), true), ...lateJoin(budget, added, body.slice(1))]
  const statements = kept.filter((piece) => !added.includes(piece))
  const extras = kept.filter((piece) => added.includes(piece))
  const before = budget.keep(piece(opener(view, question)))
  const signOff = budget.keep(piece(view.signOff))
  const after = budget.keep(piece(closer(view, question)))
  return joined([...before, ...statements, ...extras, ...after, ...signOff], view)
}

const piece = (text: string): Piece[] => (text === '' ? [] : [{ text }])

/** What rules add comes before further evidence when words are short; the order of the reply is set afterwards. */
function lateJoin(budget: Budget, added: readonly Piece[], rest: readonly Piece[]): Piece[] {
  const must = budget.keep(added)
  return [...budget.keep(rest), ...must]
}

interface Budget {
  keep(pieces: readonly Piece[], evenIfTooLong?: boolean): Piece[]
}

function budgetFor(maxWords: number | null): Budget {
  let left = maxWords ?? Infinity
  return {
    keep: (pieces, evenIfTooLong = false) =>
      pieces.filter(({ text }) => {
        const size = wordCount(text)
        if (size > left && !evenIfTooLong) return false
        left -= size
        return true
      }),
  }
}

/** The whole list the best evidence belongs to, when the question asks for steps or a list; undefined otherwise. */
function listPieces(best: Evidence, question: string, view: PromptView, orders: Orders): Piece[] | undefined {
  const kind = answerKindOf(question)
  const units = unitsOf(best.passage)
  const ownLead = best.kind === 'item' ? best.leadIn : best.text.endsWith(':') ? best.text : undefined
  const steps = kind === 'howTo' ? units.find((unit) => unit.kind === 'item' && /^\d/.test(unit.text)) : undefined
  const leadIn = ownLead ?? steps?.leadIn
  if (leadIn === undefined) return undefined
  const items = units.filter((unit) => unit.kind === 'item' && unit.leadIn === leadIn)
  const isSteps = items.length >= 2 && /^\d/.test(items[0]!.text)
  const wantsAll = kind === 'howTo' || kind === 'list' || leadIn === best.text
  if (!wantsAll || items.length < 2) return undefined
  const shown = items.filter((item) => isAllowed(item.text, orders))
  const cites = best.passage.number
  if (view.bullets === 'never' && !isSteps) {
    const list = shown.map((item) => withoutBullet(item.text).replace(/[.;,]$/, ''))
    return [{ text: `${(leadIn || 'These').replace(/:$/, '')}: ${listed(list)}.`, cites }]
  }
  const lines = shown.map((item, at): Piece => ({
    text: isSteps ? item.text : `- ${withoutBullet(item.text)}`,
    layout: 'line',
    ...(at === shown.length - 1 ? { cites } : {}),
  }))
  return leadIn ? [{ text: leadIn }, ...lines] : lines
}

function sentencePieces(evidence: readonly Evidence[], question: string, view: PromptView): Piece[] {
  const best = evidence[0]!
  const most = best.kind === 'pair' ? 1 : unitsAllowed(view.dials.brevity)
  const chosen: { unit: Unit; text: string }[] = []
  for (const unit of evidence) {
    if (chosen.length >= most) break
    if (unit !== best && (unit.score < best.score * NEAR_BEST || unit.text.endsWith('?') || unit.text.endsWith(':')))
      continue
    const text = sayUnit(unit, question)
    if (!chosen.some((other) => repeats(text, other.text))) chosen.push({ unit, text })
  }
  const [first, ...rest] = chosen
  rest.sort((a, b) => a.unit.passage.number - b.unit.passage.number || a.unit.order - b.unit.order)
  return [first!, ...rest].map(({ unit, text }) => ({ text, cites: unit.passage.number }))
}

/** Whether two texts say mostly the same, or one says all that the other does. */
const repeats = (text: string, said: string): boolean => {
  const [own, other] = [contentStems(text), contentStems(said)]
  return Math.max(coverage(own, other), coverage(other, own)) >= SAID_ALREADY
}

function joined(pieces: readonly Piece[], view: PromptView): string {
  let text = ''
  pieces.forEach((each, at) => {
    const next = pieces[at + 1]
    const isLastOfPassage = each.cites !== undefined && (next?.cites !== each.cites || each.layout === 'line')
    const said = inRegister(each.text, view.dials.formality)
    const marked = view.cite && isLastOfPassage ? withMarker(said, each.cites) : said
    const gap = text === '' ? '' : each.layout === 'line' || pieces[at - 1]?.layout === 'line' ? '\n' : ' '
    text += gap + marked
  })
  return text
}

/** The marker stands before the sentence's last stop: "Dogs travel free [1]." */
function withMarker(text: string, marker: number): string {
  const end = /[.!?:]["'”’)]*$/.exec(text)
  return end ? `${text.slice(0, end.index)} [${marker}]${text.slice(end.index)}` : `${text} [${marker}]`
}
