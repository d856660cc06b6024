import { compile } from '../brief'
import type { Step } from './turn'

/** Lets the model answer, handing on each piece of text as it comes; its notes go to the workings. */
export const askModel: Step = async (state, { brief, model, variables, signal, onText }) => {
  let reply = ''
  const notes: { text: string; line?: string }[] = []
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
      details: notes.map(({ text, line }) => {
        const [label, ...rest] = text.split(': ')
        const field = line === undefined ? undefined : lines.find((each) => each.text === line)?.field
        const detail = rest.length > 0 ? { label: label!, text: rest.join(': ') } : { label: 'Note', text }
        return field === undefined ? detail : { ...detail, field }
      }),
    },
  }
}
