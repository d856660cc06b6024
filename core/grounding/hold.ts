import { wordsOf, type Spoken } from '../languages'
import { holds, tokensOf } from '../reading'
import { contentTermsIn, daysIn, monthsIn, sentences, withoutListSign } from '../text'
import { claimIn, LEAST, type Claim } from './claim'
import { isDenied } from './denial'
import { countsOf, figuresOf, operandsIn, standing, together, unknownFigures, type Figures } from './figures'
import { briefGround, passageGround, wordsIn, type Ground, type GroundPassage, type Window } from './ground'
import { matches, type Match, type Measured } from './wording'

/** What a reply may rest on. */
export interface Grounds {
  readonly passages: readonly GroundPassage[]
  readonly brief: readonly { readonly field: string; readonly text: string }[]
  /** What the visitor said in this conversation: ground for what is said of them, never for a fact. */
  readonly said: readonly string[]
  /** The earlier replies. */
  readonly replied?: readonly string[]
  /** The agent's own set words, which claim nothing. */
  readonly own: readonly string[]
  /** Those of them that say yes, no, or neither. */
  readonly verdicts: readonly string[]
  /** The language the reply is in unless a sentence shows another. */
  readonly language: Spoken
}

/**
 * What one sentence of a reply rests on: the passage, the line of the brief, or what the visitor said. `score` tells how
 * surely, 0..1. A sentence that claims nothing needs no support.
 */
export interface Support {
  /** The sentence as it stands in the reply, markers left out. */
  readonly text: string
  readonly score: number
  readonly isClaim: boolean
  /** Set on a yes, a no and the like, which claim nothing by themselves and are no courtesy either. */
  readonly isVerdict?: boolean
  readonly isSupported: boolean
  readonly by: 'passage' | 'brief' | 'visitor' | 'none'
  readonly passageId?: string
  readonly sourceId?: string
  readonly field?: string
  /** Why it is not backed, in a few words. */
  readonly because?: string
}

/** Holds sentences of one reply against what they may rest on. */
export interface Holder {
  /**
   * Begins a reply, whose sentences are then held in their order, without their markers: what one says counts for the next
   * ("he is in from Tuesday to Saturday" says of whom in the one before).
   */
  begin(): (sentence: string) => Support
  /**
   * Takes what a tool gave back as known, where the figures it was given are: a sum of invented figures backs nothing.
   * Small whole numbers may be the reply's own, such as how many travel.
   */
  learn(given: string, got: string): void
  /** What is measured of the wording of a claim, for learning; undefined where the wording does not decide. */
  measure(sentence: string, before?: string): Measured | undefined
}

/** At this confidence the wording is backed. */
const BAR = 0.5
/** A ground this near the best may give a figure or a day as well. */
const BESIDE = 0.75
const MOST_BESIDE = 4

/** Shorter pieces may stand in a passage by chance. */
const LEAST_VERBATIM = 25

/** Whole numbers up to this may be a reply's own in a sum: how many travel, how many days. */
const LARGEST_OWN = 100

/** A heading as it is called in a reply: without its number. */
const plainName = (name: string): string => name.replace(/^\d+(?:\.\d+)*\.?\s+/, '').toLowerCase()

/** Makes ready what replies are held against; the work on the grounds is done once. */
export function holderFor(grounds: Grounds): Holder {
  const { language } = grounds
  const all: Ground[] = [
    ...grounds.passages.map((passage) => passageGround(passage, language)),
    ...grounds.brief.map(({ field, text }) => briefGround(field, text, language)),
  ]
  const visitorText = grounds.said.join('\n')
  const repliedText = (grounds.replied ?? []).join('\n')
  const saidText = `${visitorText}\n${repliedText}`
  const visitor = { figures: figuresOf(visitorText), replied: figuresOf(repliedText) }
  const said = {
    words: wordsIn(saidText, language),
    figures: together([visitor.figures, visitor.replied]),
    days: daysIn(saidText),
    months: monthsIn(saidText),
  }
  /** The figures of the conversation that a claim may state: a price that only the visitor named is no fact. */
  const figuresFor = (claim: Claim): Figures =>
    speaksOfVisitor(claim, language) ? said.figures : together([visitor.replied, countsOf(visitor.figures)])
  const asked = new Set(said.words.keys())
  const set = new Set(contentTermsIn(grounds.own.join(' '), language).map((term) => term.stem))
  const own = new Set(grounds.own.flatMap((text) => sentences(text).map((sentence) => sentence.text)))
  const places = new Set(
    grounds.passages.flatMap((passage) => [passage.sourceTitle, ...passage.headings]).map(plainName),
  )
  const everywhere = new Map(all.flatMap((ground) => [...ground.words]))
  const names = new Set([...everywhere.keys(), ...said.words.keys()])
  const isPlace = (name: string) => places.has(plainName(name))

  /** The grounds that come nearest to a claim. */
  const find = (claim: Claim): Match[] => {
    const found = matches(claim.words, standingOf(claim.text), all, everywhere, asked)
    return found.slice(0, MOST_BESIDE).filter((each) => each.score >= BESIDE * found[0]!.score)
  }

  const hold = (sentence: string, before: string, led: Support | undefined): Support => {
    const claim = claimIn(sentence, { language, set, isPlace })
    const item = withoutListSign(sentence)
    if (!claim.isClaim || own.has(item) || isSaidBack(claim, said.words)) {
      const isVerdict = grounds.verdicts.includes(item)
      return {
        text: sentence,
        score: 1,
        isClaim: false,
        isSupported: true,
        by: 'none',
        ...(isVerdict ? { isVerdict } : {}),
      }
    }
    const source = sourceOf(item)
    if (source) {
      const { passageId, sourceId } = source
      return { text: sentence, score: 1, isClaim: true, isSupported: true, by: 'passage', passageId, sourceId }
    }
    const beside = find(claim)
    const best = beside[0]
    const fromVisitor = speaksOfVisitor(claim, language) ? toldShare(claim, said.words) : 0
    const score =
      claim.isOwnWords || isBareOf(claim) ? 1 : Math.max(best?.score ?? 0, fromVisitor >= TOLD ? fromVisitor : 0)
    const because = reasonAgainst(claim, beside, score, before, groundOf(led))
    const isVisitor = fromVisitor >= TOLD && fromVisitor > (best?.score ?? 0)
    return {
      text: sentence,
      score: Math.round(score * 100) / 100,
      isClaim: true,
      isSupported: because === undefined,
      ...placeOf(because === undefined || score >= BAR ? best : undefined, isVisitor),
      ...(because === undefined ? {} : { because }),
    }
  }

  /** The passage in which a sentence stands word for word; nothing more needs to be compared then. */
  const sourceOf = (sentence: string): GroundPassage | undefined =>
    sentence.length < LEAST_VERBATIM ? undefined : grounds.passages.find(({ text }) => text.includes(sentence))

  const groundOf = (led: Support | undefined): Ground[] =>
    led?.passageId === undefined ? [] : all.filter(({ passageId }) => passageId === led.passageId)

  const learned: Figures[] = []
  const learn = (given: string, got: string): void => {
    const everything = all.flatMap((ground) => ground.windows.map(({ figures }) => figures))
    const { numbers } = together([...everything, said.figures, ...learned])
    const isKnown = (value: number) => numbers.has(value) || (Number.isInteger(value) && value <= LARGEST_OWN)
    if ([...figuresOf(given).numbers].every(isKnown))
      learned.push({ ...figuresOf(got), workedOut: figuresOf(got).numbers })
  }

  const reasonAgainst = (
    claim: Claim,
    beside: readonly Match[],
    score: number,
    before: string,
    led: readonly Ground[] = [],
  ): string | undefined => {
    const strange = claim.words.filter((each) => each.isName && !names.has(each.stem))
    if (strange.length > 0) return `${listed(strange.map(({ word }) => word))} is named nowhere`
    const shown = operandsIn(claim.text).length > 0 ? operandsIn(`${before} ${claim.text}`) : []
    const reckons = holds(wordsOf(language).reckons, tokensOf(claim.text))
    const windows = [...beside.flatMap((match) => match.windows), ...led.flatMap((ground) => ground.windows)]
    const known = together([...windows.map(({ figures }) => figures), ...learned, figuresFor(claim), figuresOf(before)])
    const figures = unknownFigures(claim.text, known, reckons, shown)
    if (figures.length > 0) return `${listed(figures)} stands in no passage about this`
    const about = [...beside.map(({ ground }) => ground), ...led]
    const days = new Set([...said.days, ...daysIn(before), ...about.flatMap((ground) => [...ground.days])])
    const months = new Set([...said.months, ...monthsIn(before), ...about.flatMap((ground) => [...ground.months])])
    if ([...daysIn(claim.text)].some((day) => !days.has(day))) return 'no passage about this names that day'
    if ([...monthsIn(claim.text)].some((month) => !months.has(month))) return 'no passage about this names that month'
    if (score < BAR) return 'no passage says it'
    if (beside[0]?.windows.some((window) => isDenied(claim.text, window.text, language)))
      return 'the passage says the opposite'
    return undefined
  }

  return {
    begin: () => {
      let before = ''
      let led: Support | undefined
      return (sentence) => {
        const support = hold(sentence, before, led)
        if (support.isSupported) before += ` ${sentence}`
        if (support.passageId !== undefined) led = support
        return support
      }
    },
    learn,
    measure: (sentence, before = '') => {
      const claim = claimIn(sentence, { language, set, isPlace })
      if (!claim.isClaim) return undefined
      const found = find(claim)
      return reasonAgainst(claim, found, 1, before) === undefined ? found[0]?.measured : undefined
    },
  }
}

/** "He is in from Tuesday to Saturday": nothing but what is held strictly. */
const isBareOf = (claim: Claim): boolean => claim.words.every(({ weight }) => weight <= LEAST)

/** How many figures, days and months a sentence states, and how many of them stand in a window. */
function standingOf(text: string): (window: Window) => { all: number; there: number } {
  const [days, months] = [[...daysIn(text)], [...monthsIn(text)]]
  const inWindow = standing(text)
  return (window) => {
    const { all, there } = inWindow(window.figures)
    const named =
      days.filter((day) => window.days.has(day)).length + months.filter((month) => window.months.has(month)).length
    return { all: all + days.length + months.length, there: there + named }
  }
}

/** So much of what is told of the visitor must be their own words. */
const TOLD = 0.6

const speaksOfVisitor = (claim: Claim, language: Spoken): boolean =>
  holds(wordsOf(language).addresses, tokensOf(claim.text))

/** "Hello, Ana": a few words that the visitor said themselves. */
const isSaidBack = ({ words, hasFigure }: Claim, said: ReadonlyMap<string, unknown>): boolean =>
  !hasFigure && words.length <= 2 && words.every(({ stem }) => said.has(stem))

function toldShare({ words }: Claim, said: ReadonlyMap<string, unknown>): number {
  const weighed = (all: Claim['words']) => all.reduce((sum, { weight }) => sum + weight, 0)
  return words.length === 0 ? 0 : weighed(words.filter(({ stem }) => said.has(stem))) / weighed(words)
}

const listed = (texts: readonly string[]): string => texts.map((text) => `“${text}”`).join(', ')

function placeOf(
  best: Match | undefined,
  isVisitor: boolean,
): Pick<Support, 'by' | 'passageId' | 'sourceId' | 'field'> {
  if (isVisitor) return { by: 'visitor' }
  if (!best) return { by: 'none' }
  const { by, passageId, sourceId, field } = best.ground
  return passageId === undefined ? { by, field: field! } : { by, passageId, sourceId: sourceId! }
}
