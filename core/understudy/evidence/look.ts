import { stemSet } from '../../text'
import { heldBy, type Asked } from '../asked'
import { keyOf, type Unit } from '../units'

/** The words a sentence opens with say what it is about. */
const TOPIC_WORDS = 3

/** A unit with the stems of what it says and of what stands around it. */
export interface Looked {
  readonly unit: Unit
  readonly own: ReadonlySet<string>
  readonly paragraph: ReadonlySet<string>
  readonly lead: ReadonlySet<string>
  readonly context: ReadonlySet<string>
  /** All passages at hand of its source; only table rows, which are terse, lean on it. */
  readonly source: ReadonlySet<string>
  readonly topic: ReadonlySet<string>
  readonly namesOthers: boolean
}

/** Looks at a unit with a question in mind: its own words, and those of its surroundings that count for it. */
export function look(unit: Unit, context: ReadonlySet<string>, source: ReadonlySet<string>, asked: Asked): Looked {
  const text = unit.text.replace(MAIL_ADDRESS, ' ')
  // A pair is found by its question; its answer is what is said.
  const [told, beside] = unit.kind === 'pair' ? [`${unit.leadIn} ${text}`, ''] : [text, unit.leadIn]
  const own = stemSet(told)
  const wanted = asked.terms.filter((term) => term.role === 'name')
  const namesOthers = [...asked.names].some((name) => own.has(name) && !wanted.some((term) => term.stem === name))
  return {
    unit,
    own,
    paragraph: unit.paragraph === unit.text ? own : stemSet(unit.paragraph.replace(MAIL_ADDRESS, ' ')),
    lead: stemSet(`${beside} ${unit.under}`),
    context,
    source: unit.kind === 'row' || tellsHowTo(unit, asked) ? source : NOTHING,
    topic:
      unit.kind === 'row'
        ? stemSet(`${unit.passage.place.split(' › ').slice(1).join(' ')} ${keyOf(unit).value}`)
        : stemSet(told.split(/\s+/).slice(0, TOPIC_WORDS).join(' ')),
    namesOthers,
  }
}

/** The words of an address say nothing: "post@…" is no post. */
const MAIL_ADDRESS = /\S+@\S+/g
export const NOTHING: ReadonlySet<string> = new Set()

/** "To leave, give notice": what opens with the very thing to be done is about it, wherever in its document it stands. */
function tellsHowTo({ text }: Unit, asked: Asked): boolean {
  const purpose = /^To (\p{L}+)\b[^,]{0,40},/u.exec(text)?.[1]
  const done = asked.terms.find((term) => term.isDone)
  return purpose !== undefined && done !== undefined && heldBy(done, stemSet(purpose)) > 0
}
