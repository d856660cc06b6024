import { finished } from '../text'
import type { PromptView } from '../brief'
import type { Intent } from '../question'
import { inFormality, type Phrases } from '../languages'
import { pick } from './manner'

/** The reply to a line that asks nothing of the library: a greeting, thanks, an insult, despair, an empty line. */
export function courtesy(
  intent: Exclude<Intent, 'question'>,
  said: string,
  view: PromptView,
  phrases: Phrases,
  isFirst: boolean,
  name?: string,
): string {
  const words = phrases.courtesy
  const say = (register: keyof Pick<typeof words, 'hello' | 'howCanIHelp' | 'welcome' | 'bye' | 'insult'>) =>
    pick(inFormality(words[register], view.dials.formality), said)
  switch (intent) {
    case 'greeting':
      return isFirst && view.greeting ? view.greeting : `${named(say('hello'), name)} ${say('howCanIHelp')}`
    case 'thanks':
      return named(say('welcome'), name)
    case 'goodbye':
      return named(say('bye'), name)
    case 'empty':
      return say('howCanIHelp')
    case 'insult':
      return say('insult')
    case 'distress':
      return words.distress
    case 'emergency':
      return words.emergency
    case 'identity':
      return introduce(view, phrases)
  }
}

/** A greeting with the visitor's name before its stop: "Hello." → "Hello, Ana." */
const named = (text: string, name: string | undefined): string =>
  name === undefined ? text : text.replace(/[.!]$/, (stop) => `, ${name}${stop}`)

/** Who the agent is and what it can be asked, from nothing but its brief. */
function introduce(view: PromptView, { courtesy: words }: Phrases): string {
  const job = view.job ? finished(words.myJob(view.job)) : ''
  const suggestion = view.suggestions[0] ? words.youCouldAsk(view.suggestions[0]) : ''
  return [words.iAm(view.name, view.role.replace(/[.\s]+$/, '')), words.aProgram, job, suggestion]
    .filter(Boolean)
    .join(' ')
}
