import { describe, expect, it } from 'vitest'
import { briefFrom } from '../brief'
import { takeTurn } from '../dialogue'
import { calculator } from '../tools'
import { expressionIn } from './reckon'
import { understudy } from './index'

describe('a line that asks for a sum', () => {
  it.each([
    ['What is 12.5 × 8?', '12.5 × 8'],
    ['3 plus 4 minus 2', '3 + 4 - 2'],
    ['Please work out 2 times 10.80 plus 5.40.', '2 * 10.80 + 5.40'],
    ['How much is 15 % of 80?', '15 % of 80'],
    ['What is 2.5 hours in minutes?', '2.5 hours to minutes'],
  ])('“%s”', (line, expression) => expect(expressionIn(line)).toBe(expression))

  it.each([
    'How much are 2 adults + 3 children?',
    'Is there a boat on 2027-03-12?',
    'Call 01632-960-144',
    'What does a ticket cost?',
    '9 - 17'.repeat(0),
  ])('is not seen in “%s”', (line) => expect(expressionIn(line)).toBeUndefined())

  it('is worked out by the calculator, and the workings show the call', async () => {
    const turn = await takeTurn('What is 12.5 × 8?', {
      brief: briefFrom({}),
      library: { search: () => [] },
      model: understudy,
      tools: [calculator],
      conversation: [],
      clock: () => 0,
    })
    expect(turn.reply).toBe('12.5 × 8 is 100.')
    expect(turn.uses).toMatchObject([{ call: { name: 'calculator' }, result: { text: '100' } }])
    expect(turn.workings.find(({ step }) => step === 'model')!.details).toContainEqual({
      label: 'Tool',
      text: 'calculator {"expression":"12.5 × 8"} → 100 (0 ms)',
    })
  })
})
