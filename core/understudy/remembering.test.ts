import { describe, expect, it } from 'vitest'
import { briefFrom, type Brief } from '../brief'
import { takeTurn } from '../dialogue'
import { allotments } from '../testing'
import { rememberingUnderstudy, understudy } from './index'

const brief = briefFrom({
  rules: [
    { id: 'tap', when: 'someone asks about water', do: 'say “Bring the tap key.”' },
    { id: 'snakes', when: 'someone asks about snakes', do: 'say “There are none.”' },
  ],
  boundaries: [{ id: 'law', subject: 'legal advice', examples: ['Can I sue?'], reply: 'Ask a lawyer.' }],
  glossary: [{ term: 'plot', meaning: 'A strip of land.', also: ['patch'] }],
  answers: [{ question: 'May I bring a dog?', answer: 'Yes, on a lead.' }],
})
const LINES = [
  'When is the water turned on?',
  'What does a small patch cost?',
  'Can I sue?',
  'May I bring a dog?',
  'Hello',
  'What is a plot?',
  'Do you sell rockets?',
]
const edited = (change: (draft: Brief) => void): Brief => {
  const draft = structuredClone(brief)
  change(draft)
  return draft
}
const ask = async (line: string, on: Brief, model = understudy) => {
  const state = await takeTurn(line, { brief: on, library: allotments, model, conversation: [], clock: () => 0 })
  const { reply, outcome, citations, workings } = state
  return { reply, outcome, citations, workings }
}

/** Edits each of which may or may not matter to a line: the memory must not tell the difference. */
const EDITS: Readonly<Record<string, (draft: Brief) => void>> = {
  'a rule that nothing calls for': (draft) => draft.rules.splice(1, 1),
  'a rule that a line calls for': (draft) => (draft.rules[0]!.do = 'say “The key hangs in the shed.”'),
  'a boundary': (draft) => (draft.boundaries[0]!.reply = 'I stay out of that.'),
  'a term': (draft) => (draft.glossary[0]!.meaning = 'A bed of earth.'),
  'a model answer': (draft) => (draft.answers[0]!.answer = 'No.'),
  'a dial': (draft) => (draft.manner.dials.warmth = 5),
  'what is said when it does not know': (draft) => (draft.grounding.whenUnknown = 'Ask at the shed.'),
}

describe('the built-in model with a memory', () => {
  it.each(Object.entries(EDITS))('answers as without one after an edit of %s', async (_name, change) => {
    const remembering = rememberingUnderstudy()
    const after = edited(change)
    for (const line of LINES) await ask(line, brief, remembering)
    for (const line of LINES) expect(await ask(line, after, remembering)).toEqual(await ask(line, after))
  })

  it('stops when it is told to, and remembers no half of an answer', async () => {
    const remembering = rememberingUnderstudy()
    const stopped = takeTurn(LINES[0]!, {
      brief,
      library: allotments,
      model: remembering,
      conversation: [],
      clock: () => 0,
      signal: AbortSignal.abort(),
    })
    await stopped.catch(() => undefined)
    expect((await ask(LINES[0]!, brief, remembering)).reply).toContain('in April')
  })
})
