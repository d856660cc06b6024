import { compile } from '../brief'
import type { ModelEvent } from './model'
import type { Step, WorkingDetail } from './turn'

/** Lets the model answer, handing on each piece of text as it comes; its notes go to the workings. */
export const askModel: Step = async (state, { brief, model, variables, signal, onText }) => {
  let reply = ''
  const notes: Extract<ModelEvent, { kind: 'note' }>[] = []
  for await (const event of model.answer(state.messages, signal)) {
    if (event.kind === 'note') notes.push(event)
    else {
      reply += event.text
      onText?.(event.text)
    }
  }
  const { lines } = compile(brief, variables)
  return {
    state: { ...state, reply: reply.trim() },
    report: {
      step: 'model',
      summary: `${model.name} answered.`,
      details: notes.map(({ text, line, words }): WorkingDetail => {
        const [label, ...rest] = text.split(': ')
        const field = line === undefined ? undefined : lines.find((each) => each.text === line)?.field
        const detail = rest.length > 0 ? { label: label!, text: rest.join(': ') } : { label: 'Note', text }
        return { ...detail, ...(field === undefined ? {} : { field }), ...(words?.length ? { words } : {}) }
      }),
    },
  }
}
