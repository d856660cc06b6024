import { isLookedAtAgain, speak, spokenDetails, withSpoken } from './ask'
import { ModelProblem } from './model'
import type { Step } from './turn'

/**
 * A model that takes its time looks at its draft once more before anybody hears it, with the passages and the rules that
 * are due, and answers again. When it fails the draft stands.
 */
export const lookAgain: Step = async (state, context) => {
  if (!isLookedAtAgain(state, context) || state.reply === '') return { state }
  const messages = [
    ...state.messages,
    { role: 'assistant' as const, content: state.reply },
    { role: 'user' as const, content: LOOK },
  ]
  try {
    const spoken = await speak(messages, state, context, context.onText)
    return {
      state: withSpoken(state, spoken),
      report: {
        summary: `${context.model.name} looked at its draft once more.`,
        details: [
          { label: 'Draft', text: state.reply },
          { label: 'Then', text: spoken.text },
          ...spokenDetails(spoken),
        ],
      },
    }
  } catch (error) {
    if (!(error instanceof ModelProblem)) throw error
    return {
      state,
      report: {
        summary: `${context.model.name} could not look again, so its draft stands.`,
        details: [{ label: 'Failed', text: error.message }],
      },
    }
  }
}

const LOOK = [
  'That was a draft; nobody has read it yet. Look at it once more:',
  '- Hold each sentence against the passages. Correct what they say otherwise and leave out what they do not say.',
  '- Check that every point that is due for this line is kept.',
  '- Check that the whole question is answered, as briefly as you are told to.',
  'Then write the final answer, with its citations, and nothing else.',
].join('\n')
