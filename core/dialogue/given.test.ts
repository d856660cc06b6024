import { describe, expect, it } from 'vitest'
import { readLine } from '../reading'
import { answered, found } from '../testing'
import { sameness } from './given'

const pair = (question: string, answer: string) => found(`Question: ${question}\nAnswer: ${answer}`, [], 'By hand')
const isSame = (one: string, other: string) => sameness(readLine(one).questions[0]!, other) > 0

describe('an answer given by hand', () => {
  it('is given word for word, line breaks included, with where it stands', async () => {
    const turn = await answered('How much is delivery?', [
      pair('How much is delivery?', 'It is £4.\n\n- Free from £50\n- £9 abroad'),
    ])
    expect(turn.reply).toBe('It is £4.\n\n- Free from £50\n- £9 abroad [1]')
    expect(turn.workings.at(-1)).toMatchObject({ step: 'given' })
  })

  it('wins over boundaries and rules, also for a line that asks two things or asks nothing', async () => {
    const brief = {
      boundaries: [{ id: 'b', subject: 'legal advice', reply: 'No law.' }],
      rules: [{ id: 'r', when: '', do: 'first ask which island they mean' }],
    } as const
    for (const line of ['Can I sue you?', 'Can I sue you, and what does it cost?', 'Hello'])
      expect(
        (
          await answered(line, [pair(line, 'Ask Ana.')], {
            ...brief,
            boundaries: [...brief.boundaries],
            rules: [...brief.rules],
          })
        ).reply,
      ).toBe('Ask Ana. [1]')
  })

  it.each([
    ['How much is delivery?', 'What does delivery cost?'],
    ['Can I bring my bike?', 'May I bring a bicycle?'],
  ])('“%s” is “%s” in other words', (one, other) => expect(isSame(one, other)).toBe(true))

  it.each([
    ['Do you sell red paint?', 'Do you sell blue paint?'],
    ['Are dogs allowed?', 'Are cats allowed?'],
    ['Are you open on Sunday?', 'Are you open on Monday?'],
    ['How much is a pass?', 'When is a pass needed?'],
    ['Is it for 2 people?', 'Is it for 3 people?'],
  ])('“%s” is not “%s”', (one, other) => expect(isSame(one, other)).toBe(false))
})
