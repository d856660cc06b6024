import { contentTermsIn, coverage, isStopWord, quantitiesIn, sentences, type Spoken } from '../text'
import type { PromptLine } from '../brief'
import { withoutMarkers } from './citations'
import type { FoundPassage, Support } from './turn'

/** A sentence with fewer content words than this claims nothing that needs backing, unless it states a figure. */
const CLAIM_SIZE = 3
/** Share of a claim's content words that one passage, one line of the brief, or the visitor must hold. */
const SUPPORT_SHARE = 0.6

/** What a reply may rest on. */
export interface Grounds {
  readonly passages: readonly FoundPassage[]
  readonly brief: readonly PromptLine[]
  /** What was said in this conversation, the visitor's line and earlier replies. */
  readonly said: readonly string[]
  /** The agent's own set words, which claim nothing. */
  readonly own: readonly string[]
  /** Those of them that say yes, no, or neither. */
  readonly verdicts: readonly string[]
  /** The language the reply is in unless a sentence shows another. */
  readonly language: Spoken
}

/** A heading as it is called in a reply: without its number. */
const plainName = (name: string): string => name.replace(/^\d+(?:\.\d+)*\.?\s+/, '').toLowerCase()

/** Words the agent's own set phrases bring into a sentence of facts: "the total is …" claims no total by itself. */
const phraseStems = (own: readonly string[], language: Spoken): ReadonlySet<string> => stemsIn(own.join(' '), language)

const stemsIn = (text: string, language: Spoken): ReadonlySet<string> =>
  new Set(contentTermsIn(text, language).map((term) => term.stem))

/**
 * Matches every sentence of a reply to what it rests on. The score is the share of the sentence's content words that
 * the best single ground holds; every figure must stand there too, be named by the visitor, or follow from figures that
 * do by the arithmetic the reply shows.
 */
export function supportOf(reply: string, grounds: Grounds): Support[] {
  const sources = [
    ...grounds.passages.map((passage) => ({
      by: 'passage' as const,
      passageId: passage.passageId,
      sourceId: passage.sourceId,
      text: `${passage.sourceTitle}\n${passage.headings.join('\n')}\n${passage.text}`,
    })),
    ...grounds.brief.map((line) => ({ by: 'brief' as const, field: line.field, text: line.text })),
  ].map((source) => ({ ...source, stems: stemsIn(source.text, grounds.language), figures: figuresIn(source.text) }))
  const said = {
    stems: stemsIn(grounds.said.join('\n'), grounds.language),
    figures: figuresIn(grounds.said.join('\n')),
  }
  const plain = withoutMarkers(reply)
  const set = phraseStems(grounds.own, grounds.language)
  const own = new Set(grounds.own.flatMap((text) => sentences(text).map((sentence) => sentence.text)))
  const known = new Set([...sources.flatMap((source) => [...source.figures]), ...said.figures])
  const places = new Set(
    grounds.passages.flatMap((passage) => [passage.sourceTitle, ...passage.headings]).map(plainName),
  )
  const operands = listFigures(plain).slice(0, MOST_OPERANDS)
  return plain.split('\n').flatMap((line) =>
    sentences(line).map(({ text }): Support => {
      const item = text.replace(/^(?:[-•]|\d{1,3}[.)])\s+/, '')
      // A section called by its name is there; nothing it says is claimed.
      const body = item.replace(/“([^”]+)”/g, (whole, name: string) => (places.has(plainName(name)) ? '' : whole))
      const content = contentTermsIn(body, grounds.language)
        .filter((term) => !isStopWord(body.slice(term.start, term.end)))
        .map((term) => term.stem)
        .filter((each, at, all) => !/^[\d.,:]+$/.test(each) && all.indexOf(each) === at)
      const told = content.filter((each) => !set.has(each))
      const stems = new Set(told.length > 0 ? told : content)
      const figures = [...figuresIn(body)]
      const isClaim = (content.length >= CLAIM_SIZE || figures.length > 0) && !/[:?]$/.test(body) && !own.has(item)
      if (!isClaim) {
        const isVerdict = grounds.verdicts.includes(item)
        return { text, score: 1, isClaim, isSupported: true, by: 'none', ...(isVerdict ? { isVerdict } : {}) }
      }
      const best = sources
        .map((source) => ({ source, score: shareIn(stems, source.stems, said.stems) }))
        .sort((a, b) => b.score - a.score)[0]
      const fromVisitor = coverage(stems, said.stems)
      const areFiguresKnown = figures.every((figure) => known.has(figure) || follows(figure, operands, known))
      // A sentence of the agent's own words around figures claims the figures and nothing else.
      const score = told.length === 0 ? 1 : Math.max(best?.score ?? 0, fromVisitor)
      const isSupported = areFiguresKnown && score >= SUPPORT_SHARE
      if (!best || (fromVisitor > best.score && fromVisitor >= SUPPORT_SHARE))
        return { text, score, isClaim, isSupported, by: 'visitor' }
      const { by } = best.source
      return {
        text,
        score,
        isClaim,
        isSupported,
        by: score >= SUPPORT_SHARE ? by : 'none',
        ...('passageId' in best.source
          ? { passageId: best.source.passageId, sourceId: best.source.sourceId }
          : { field: best.source.field }),
      }
    }),
  )
}

/** The words of the question may be taken up in an answer; they count half, since they prove nothing. */
function shareIn(stems: ReadonlySet<string>, ground: ReadonlySet<string>, said: ReadonlySet<string>): number {
  let held = 0
  for (const each of stems) held += ground.has(each) ? 1 : said.has(each) ? 0.5 : 0
  return stems.size === 0 ? 1 : held / stems.size
}

const MOST_OPERANDS = 24
/** Shown figures are rounded to two places; what follows from them may differ by this share. */
const ROUNDING = 0.0006

/** The figures of a text, as written but without grouping; clock times whole. Numbers spelled out count as figures. */
const figuresIn = (text: string): Set<string> => new Set(listFigures(text))

function listFigures(text: string): string[] {
  const written = [...text.matchAll(/\d{1,2}:\d{2}|\d[\d,]*(?:\.\d+)?/g)].map((match) => normal(match[0]))
  const spelled = quantitiesIn(text)
    .filter((each) => !/\d/.test(each.text))
    .map((each) => String(each.amount))
  return [...written, ...spelled]
}

const normal = (figure: string): string =>
  figure.includes(':') ? figure.replace(/^0/, '') : String(Number(figure.replace(/,/g, '')))

/** Whether a figure follows from others of the reply by one or two steps of arithmetic, to the penny. */
function follows(figure: string, operands: readonly string[], known: ReadonlySet<string>): boolean {
  const target = Number(figure)
  const numbers = operands.filter((each) => each !== figure && !each.includes(':')).map(Number)
  const isTarget = (value: number) =>
    Math.abs(value - target) < 0.006 || Math.abs(value - target) < Math.abs(target) * ROUNDING
  // Weeks and months in a year belong to no document.
  const with12 = [...numbers, 12, 52]
  const isGrounded = operands.some((each) => known.has(each))
  if (!isGrounded || Number.isNaN(target)) return false
  for (const a of with12) {
    for (const b of with12) {
      if (isTarget(a * b) || (b !== 0 && isTarget(a / b)) || isTarget(a + b)) return true
      for (const c of with12) if ((c !== 0 && isTarget((a * b) / c)) || isTarget(a * b + c)) return true
    }
  }
  return (
    sumsOfProducts(numbers).some(isTarget) ||
    [1000, 100].some((factor) => numbers.some((each) => isTarget(each * factor) || isTarget(each / factor)))
  )
}

/** a·b + c·d (+ e·f) for numbers as they follow each other: the sum of a shown working. */
function sumsOfProducts(numbers: readonly number[]): number[] {
  const sums: number[] = []
  for (let at = 0; at + 1 < numbers.length; at++) {
    let sum = 0
    for (let next = at; next + 1 < numbers.length; next += 2) {
      sum += numbers[next]! * numbers[next + 1]!
      sums.push(sum)
    }
  }
  return sums
}
