import type { Step } from './turn'

/** Lets the model answer, handing on each piece of text as it comes; its notes go to the workings. */
export const askModel: Step = async (state, { model, signal, onText }) => {
  let reply = ''
  const notes: string[] = []
  for await (const event of model.answer(state.messages, signal)) {
    if (event.kind === 'note') notes.push(event.text)
    else {
      reply += event.text
      onText?.(event.text)
    }
  }
  return {
    state: { ...state, reply: reply.trim() },
    report: {
      step: 'model',
      summary: `${model.name} answered.`,
      details: notes.map((note) => {
        const [label, ...rest] = note.split(': ')
        return rest.length > 0 ? { label: label!, text: rest.join(': ') } : { label: 'Note', text: note }
      }),
    },
  }
}
