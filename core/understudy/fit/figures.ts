import { ANYONE, BY_AGE, quantitiesIn, stem, stemList, stemSet, terms, type Quantity } from '../../text'
import { heldBy, type Asked } from '../asked'
import type { Unit } from '../units'

/** Names a time, or a length of it. */
export const TIME =
  /\b(?:mon|tues|wednes|thurs|fri|satur|sun)days?\b|\b(?:minutes?|hours?|days?|weeks?|months?|years?|daily|at once|always|never|january|february|march|april|may|june|july|august|september|october|november|december)\b|\b(?:in|since|from|until|by) (?:1[5-9]|20)\d\d\b|\b\d{1,2}(?:st|nd|rd|th)\b/i

/** "How long is probation?" is not answered by what holds after or during it. */
export function isOnlyBesideIt(text: string, asked: Pick<Asked, 'text' | 'terms'>): boolean {
  if (!/\bhow long (?:is|are|was|does|do|did)\b/i.test(asked.text)) return false
  const beside = [...text.matchAll(/\b(?:after|before|during|since|until) (?:the |your |their |a )?([\p{L}-]+)/giu)]
  return asked.terms.some((term) => {
    const own = text.match(new RegExp(`(?<!\\p{L})${term.word}`, 'giu'))?.length ?? 0
    const isBeside = beside.filter((found) => stem(found[1]!) === term.stem).length
    return term.role === 'subject' && own > 0 && own === isBeside
  })
}

/** "Six times a minute" says how fast something turns. */
export const TIMES_PER =
  /\b(?:once|twice|\w+ (?:times|turns|revolutions)) (?:an?|per|each|every) (?:second|minute|hour)\b/i

/** "Places are limited to fourteen" says for how many people there is room. */
const LIMITED = /\b(?:limited to|at most|up to|a maximum of|no more than|room for) \w+/i
const ROOM = /\b(?:places|seats|spaces|room|people|persons|participants|guests)\b/i
const isPeople = (stem: string): boolean => ANYONE.has(stem) || BY_AGE.has(stem)
/** Headers that say for how many there is room. */
const MOST_PEOPLE = /\b(?:largest|maximum|max|most|group size|class size|places|seats|capacity|sleeps|people)\b/i
/** People who wait or apply are counted by their names. */
const COUNTED_BY = stemList('name applicant person resident member')

/** Whether a unit says how many there are of what "how many …" asks about. */
export function tellsHowMany(
  { text, cells }: Pick<Unit, 'text' | 'cells'>,
  asked: Pick<Asked, 'text' | 'terms'>,
): boolean {
  const noun = /\bhow many ([\p{L}’'-]+(?: [\p{L}’'-]+)?)/iu.exec(asked.text)?.[1]
  if (/\bhow often\b/i.test(asked.text)) return TIME.test(text) || /\b(?:once|twice|times|every)\b/i.test(text)
  if (!noun) return /\d/.test(text)
  const stems = new Set(terms(noun).map((term) => term.stem))
  const wanted = asked.terms.filter((term) => stems.has(term.stem))
  const isMeant = (of: ReadonlySet<string>) =>
    [...stems].some((each) => of.has(each)) || wanted.some((term) => heldBy(term, of) > 0)
  if (cells.some((cell) => /^\d[\d,]*$/.test(cell.value) && isMeant(stemSet(`${cell.header} ${cell.value}`))))
    return true
  const isForPeople = [...stems].some((each) => isPeople(each))
  if (isForPeople && cells.some((cell) => /^\d+$/.test(cell.value) && MOST_PEOPLE.test(cell.header))) return true
  if (LIMITED.test(text) && [...stems].some((each) => isPeople(each)) && ROOM.test(text)) return true
  const asksPeople = [...stems].some((each) => isPeople(each))
  const areCounted = (each: Quantity) => stems.has(stem('people')) && each.of.some((one) => COUNTED_BY.has(one))
  return quantitiesIn(text).some(
    (each) =>
      areCounted(each) ||
      (asksPeople && cells.length === 0 && each.of.some((one) => isPeople(one))) ||
      isMeant(new Set([...each.of, ...stemSet(each.unit)])),
  )
}

const MEASURES: readonly (readonly [RegExp, readonly Quantity['dimension'][]])[] = [
  [/\bthe (?:\w+ ){0,3}weight\b/i, ['mass']],
  [/\bthe (?:\w+ ){0,3}(?:length|width|height|depth)\b/i, ['length', 'duration']],
  [/\bthe (?:\w+ ){0,3}temperature\b/i, ['temperature']],
  [/\bthe (?:\w+ ){0,3}duration\b/i, ['duration']],
  [/\bhow much (?:electricity|energy|current)\b/i, ['energy', 'power']],
  [/\bhow much power\b|\bhow powerful\b/i, ['power', 'energy']],
  [/\bhow much (?:memory|storage|data|space)\b/i, ['data', 'volume', 'length', 'area']],
  [/\bhow much (?:water|fuel|liquid|milk|oil|paint)\b/i, ['volume', 'mass']],
  [/\bhow fast\b/i, ['speed', 'duration']],
  [/\bhow old\b/i, ['age']],
  [/\bhow heavy\b|\bhow much .*weigh/i, ['mass']],
  [/\bhow (?:hot|warm|cold)\b/i, ['temperature']],
  [/\bhow long (?:is|are) (?:the|a|an|your) (?:car|vehicle|boat|table|room|bed|kayak)\b/i, ['length']],
  [/\bhow long (?:must|should|can|may) [^?]*\bbe\b/i, ['length', 'count', 'duration']],
  [/\bhow long\b.*\b(?:take|last|wait|valid|stay|open)s?\b/i, ['duration']],
  [/\bhow long\b|\bhow much (?:time|notice)\b/i, ['duration', 'length']],
  [/\bhow (?:big|large)\b/i, ['length', 'volume', 'count', 'mass', 'data', 'area']],
  [/\bhow far\b/i, ['length', 'duration']],
  [/\bhow (?:tall|wide|high|deep)\b/i, ['length']],
  [/\bhow much (?:luggage|baggage|weight)\b/i, ['mass', 'count']],
]

/** Words that name what is measured: "Weight when empty: 115 kg". */
const NAMES_MEASURE =
  /\b(?:weigh|weighs|weight|heavy|tall|height|high|wide|width|deep|depth|long|length|large|size|holds|lasts?|takes?|old|age|temperature|hot|speed|fast)\b/i

const OF_THING =
  /\bhow (?:heavy|tall|wide|high|deep|big|large|old|hot|warm|fast) (?:is|are|was)\b|\bhow long (?:is|are) (?:the|your|our) (?:\p{L}+ )?\p{L}+(?<!ed|kept|held|valid|open)\W*$/iu

/** "How heavy is the boat?" is answered where the boat is spoken of, not by any weight on its page. */
export function isOfThing(unit: Pick<Unit, 'text' | 'cells'>, asked: Pick<Asked, 'text' | 'terms'>): boolean {
  if (unit.cells.length > 0 || !OF_THING.test(asked.text)) return true
  const own = stemSet(unit.text)
  if (NAMES_MEASURE.test(unit.text)) return true
  return asked.terms.some((term) => (term.role === 'name' || term.role === 'subject') && heldBy(term, own) > 0)
}

/** "Every three weeks" and "once a month" say how often, not how long. */
export const isRate = (text: string, { start }: Quantity): boolean =>
  /(?:\b(?:every|each|per|once|twice|times)|\dp|[£€$][\d.,]+)\s+(?:an? )?$/i.test(text.slice(0, start))

/** Whether it is plain which measure a question asks for. */
export const asksForMeasure = (question: string): boolean => MEASURES.some(([pattern]) => pattern.test(question))

/** "90 cm deep" tells no length. */
const ALONG = /^\s*(?:deep|tall|high|wide|long|thick)\b/i
const isAlongAnother = (text: string, { end }: Quantity, question: string): boolean => {
  const along = ALONG.exec(text.slice(end))?.[0].trim().toLowerCase()
  const asked = /\bhow (deep|tall|high|wide|long|thick)\b/i.exec(question)?.[1]?.toLowerCase()
  const alike = (word: string) => (word === 'tall' ? 'high' : word)
  return along !== undefined && asked !== undefined && alike(along) !== alike(asked)
}

/** Whether a quantity of a text is of the kind that a question asks for. */
export const isMeasureFor = (text: string, quantity: Quantity, question: string): boolean => {
  if (isAlongAnother(text, quantity, question)) return false
  const { dimension } = quantity
  // An age that lets somebody in is not how old the place is.
  if (dimension === 'age' && quantity.bound !== 'exact' && /\bhow old (?:is|are) (?:the|your|our)\b/i.test(question))
    return false
  const rule = MEASURES.find(([pattern]) => pattern.test(question))
  return rule ? rule[1].includes(dimension) : dimension !== 'count'
}
