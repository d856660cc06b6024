import type { Brief } from '../brief'
import type { Grounds } from '../grounding'
import { ownWords, phrasesFor } from '../languages'
import { repliedIn, saidIn } from './privacy'
import type { TurnContext, TurnState } from './turn'

/** What the reply of a turn may rest on. */
export function groundsOf(state: TurnState, context: TurnContext): Grounds {
  const { language } = context.brief.identity
  const phrases = phrasesFor(language)
  return {
    passages: state.given,
    brief: state.briefed.filter(
      ({ section, field }) => !TELLS_HOW.has(section) || TELLS_WHAT.has(field) || field.startsWith(SAMPLES),
    ),
    said: saidIn(state, context),
    replied: repliedIn(context),
    own: [...ownWords(language), ...ownLines(context.brief)],
    verdicts: [phrases.yes, phrases.no, phrases.depends],
    language: state.reading.language,
  }
}

/** Parts of a brief that say how to speak and answer; what they say is no ground for a fact. */
const TELLS_HOW = new Set<string>(['Manner', 'Grounding', 'Memory'])
/** What samples of the tone begin and end with may be said. */
const SAMPLES = 'manner.samples.'
const TELLS_WHAT = new Set(['manner.format.signOff', 'grounding.whenUnknown'])

/** What the brief has the agent say word for word: no claims to be backed. */
const ownLines = ({ grounding, manner, openers, boundaries }: Brief): string[] => [
  grounding.whenUnknown,
  manner.format.signOff,
  openers.greeting,
  ...boundaries.map((boundary) => boundary.reply),
]
