import { finished } from '../text'
import type { Brief } from '../brief'
import type { Act } from '../reading'
import { mannerOf } from './profile'
import { inFormality, type Phrases } from '../languages'
import { pick } from './manner'

/** The reply to a line that asks nothing of the library: a greeting, thanks, an insult, an empty line, who the agent is. */
export function courtesy(
  act: Exclude<Act, 'question' | 'person'>,
  said: string,
  brief: Brief,
  phrases: Phrases,
  isFirst: boolean,
  names: { readonly use?: string | undefined; readonly known?: string | undefined },
): string {
  const words = phrases.courtesy
  const say = (register: keyof Pick<typeof words, 'hello' | 'howCanIHelp' | 'welcome' | 'noted' | 'bye' | 'insult'>) =>
    pick(inFormality(words[register], mannerOf(brief).dials.formality), said)
  switch (act) {
    case 'greeting':
      return isFirst && brief.openers.greeting
        ? brief.openers.greeting
        : `${named(say('hello'), names.use)} ${say('howCanIHelp')}`
    case 'thanks':
      return named(say('welcome'), names.use)
    case 'acknowledged':
      return say('noted')
    case 'farewell':
      return named(say('bye'), names.use)
    case 'empty':
      return say('howCanIHelp')
    case 'insult':
      return say('insult')
    case 'ownName':
      return names.known === undefined ? phrases.nameUnknown : phrases.youAre(names.known)
    case 'identity':
      return introduce(brief, phrases)
  }
}

/** A greeting with the visitor's name before its stop: "Hello." → "Hello, Ana." */
const named = (text: string, name: string | undefined): string =>
  name === undefined ? text : text.replace(/[.!]$/, (stop) => `, ${name}${stop}`)

/** Who the agent is and what it can be asked, from nothing but its brief. */
function introduce({ identity, purpose, openers }: Brief, { courtesy: words }: Phrases): string {
  const job = purpose.job ? finished(words.myJob(purpose.job)) : ''
  const suggestion = openers.suggestions[0] ? words.youCouldAsk(openers.suggestions[0]) : ''
  return [words.iAm(identity.name, identity.role.replace(/[.\s]+$/, '')), words.aProgram, job, suggestion]
    .filter(Boolean)
    .join(' ')
}
