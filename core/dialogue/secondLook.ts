import { examinerFor, isLookedAtAgain, listen, usageDetail } from './ask'
import { ModelProblem } from './model'
import type { Step } from './turn'

/**
 * A model that takes its time looks at its draft once more before anybody hears it, with the passages and the rules that
 * are due, and answers again. When it fails the draft stands.
 */
export const lookAgain: Step = async (state, context) => {
  if (!isLookedAtAgain(state, context) || state.reply === '') return { state }
  const examiner = examinerFor(state, context, context.onText)
  const messages = [
    ...state.messages,
    { role: 'assistant' as const, content: state.reply },
    { role: 'user' as const, content: LOOK },
  ]
  try {
    const spoken = await listen(messages, context, examiner)
    const examined = examiner.end(spoken.broke !== undefined)
    const { broke: _broke, ...rest } = state
    return {
      state: {
        ...rest,
        reply: spoken.text.trim(),
        examined,
        hasSent: examiner.hasSent,
        usage: [...state.usage, ...spoken.usage],
        ...(spoken.broke === undefined ? {} : { broke: spoken.broke }),
      },
      report: {
        summary: `${context.model.name} looked at its draft once more.`,
        details: [
          { label: 'Draft', text: state.reply },
          { label: 'Then', text: spoken.text.trim() },
          ...spoken.usage.map(usageDetail),
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
