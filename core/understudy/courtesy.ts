import { finished } from '../text'
import type { PromptView } from '../brief'
import type { Intent } from '../rules'
import { pick } from './manner'

/** The reply to a line that asks nothing of the library: a greeting, thanks, a goodbye, "who are you?", an empty line. */
export function courtesy(
  intent: Exclude<Intent, 'question'>,
  said: string,
  view: PromptView,
  isFirst: boolean,
): string {
  const band = view.dials.formality >= 70 ? 'formal' : view.dials.formality <= 30 ? 'casual' : 'plain'
  switch (intent) {
    case 'greeting':
      return isFirst && view.greeting ? view.greeting : `${pick(HELLO[band], said)} ${HOW_CAN_I_HELP[band]}`
    case 'thanks':
      return pick(WELCOME[band], said)
    case 'goodbye':
      return pick(BYE[band], said)
    case 'empty':
      return HOW_CAN_I_HELP[band]
    case 'identity':
      return introduce(view)
  }
}

const HELLO = {
  formal: ['Good day.', 'Welcome.'],
  plain: ['Hello.', 'Hello there.'],
  casual: ['Hi!', 'Hey there!'],
} as const
const HOW_CAN_I_HELP = {
  formal: 'How may I help you?',
  plain: 'What would you like to know?',
  casual: 'What can I do for you?',
} as const
const WELCOME = {
  formal: ['You are most welcome.', 'It was a pleasure.'],
  plain: ['You’re welcome.', 'Glad to help.'],
  casual: ['No problem!', 'Any time!'],
} as const
const BYE = {
  formal: ['Goodbye, and thank you.', 'I wish you a good day.'],
  plain: ['Goodbye.', 'Goodbye, take care.'],
  casual: ['Bye!', 'See you!'],
} as const

/** Who the agent is and what it can be asked, from nothing but its brief. */
function introduce(view: PromptView): string {
  const name = view.name ? `I am ${view.name}` : 'I am an assistant'
  const role = view.role ? `, ${view.role.replace(/[.\s]+$/, '')}` : ''
  const startsWithVerb = /^\p{Ll}/u.test(view.job)
  const job = finished(startsWithVerb ? `My job is to ${view.job}` : view.job)
  const suggestion = view.suggestions[0] ? `You could ask me: “${view.suggestions[0]}”` : ''
  return [`${name}${role}.`, 'I am a program, not a person.', job, suggestion].filter(Boolean).join(' ')
}
