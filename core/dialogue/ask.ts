import type { ModelEvent, TurnForModel } from './model'
import { openIn, sentenceBySentence } from './privacy'
import type { Outcome, Step, TurnContext, TurnState, WorkingDetail } from './turn'

/** Lets the model answer, handing on each sentence as it ends; its notes go to the workings. */
export const askModel: Step = async (state, context) => {
  const { model, signal, onText } = context
  let reply = ''
  let outcome: Outcome | undefined
  const notes: Extract<ModelEvent, { kind: 'note' }>[] = []
  const listener = onText && sentenceBySentence(onText, openIn(state, context))
  for await (const event of model.answer({ messages: state.messages, turn: turnFor(state, context) }, signal)) {
    if (event.kind === 'note') notes.push(event)
    else if (event.kind === 'outcome') outcome = event.outcome
    else {
      reply += event.text
      listener?.hear(event.text)
    }
  }
  listener?.end()
  return {
    state: { ...state, reply: reply.trim(), ...(outcome === undefined ? {} : { told: outcome }) },
    report: {
      summary: `${model.name} answered.`,
      details: notes.map(({ text, field, words }): WorkingDetail => {
        const [label, ...rest] = text.split(': ')
        const detail = rest.length > 0 ? { label: label!, text: rest.join(': ') } : { label: 'Note', text }
        return { ...detail, ...(field === undefined ? {} : { field }), ...(words?.length ? { words } : {}) }
      }),
    },
  }
}

/** The turn as the built-in model gets it beside the messages. */
const turnFor = (state: TurnState, { brief, library, conversation, variables }: TurnContext): TurnForModel => ({
  brief,
  act: state.reading.act,
  signals: state.reading.signals,
  line: state.question,
  questions: state.reading.questions,
  found: state.found,
  memory: state.memory,
  conversation,
  called: state.called,
  calledIfUnknown: state.calledIfUnknown,
  isDeliberate: state.isDeliberate,
  variables: Object.fromEntries(brief.variables.map(({ name, fallback }) => [name, variables?.[name] ?? fallback])),
  rarity: (stem) => library.rarity?.(stem) ?? EVEN,
})
const EVEN = 0.5
