import { describe, expect, it } from 'vitest'
import { groupQuestions } from './index'

/** Questions that want the same, a line each. */
const WANTED = [
  ['Can I bring my dog?', 'Are dogs allowed on board?', 'Is my puppy welcome?', 'do you take dogs'],
  ['Can I take a bike?', 'Do bicycles cost extra?', 'bike price?', 'How much is it to bring my bicycle'],
  ['I want a refund', 'How do refunds work?'],
  ['When is the last boat to Inchmore?', 'What time does the last ferry leave for Inchmore?', 'last sailing inchmore'],
  ['Do you sell wheelbarrows?', 'Where can I buy a wheelbarrow?'],
  ['Is there wifi?', 'wifi password'],
  ['Is there a cat café?'],
  ['Can I charge my electric car?', 'electric car charging'],
]
const asked = (text: string, id: string, times = 1) => ({ id, text, times })

describe('questions of visitors', () => {
  it('are put together by what they want, whatever their words', () => {
    const groups = groupQuestions(WANTED.flatMap((texts, group) => texts.map((text) => asked(text, String(group)))))
    expect(groups).toHaveLength(WANTED.length)
    for (const { ids } of groups) expect(new Set(ids).size).toBe(1)
  })

  it('are called by one of them, and stand by how often they were asked', () => {
    const groups = groupQuestions([
      asked('Is there wifi?', 'a', 2),
      asked('Can I bring my dog?', 'b', 5),
      asked('are dogs allowed', 'c', 1),
    ])
    expect(groups.map(({ title, times }) => [title, times])).toEqual([
      ['Can I bring my dog?', 6],
      ['Is there wifi?', 2],
    ])
    expect(groups[0]!.ids).toEqual(['b', 'c'])
  })

  it('keep apart what only shares words that carry no subject', () => {
    expect(groupQuestions([asked('Can I bring my dog?', 'a'), asked('Can I bring my piano?', 'b')])).toHaveLength(2)
  })

  it('are none, or have nothing in them', () => {
    expect(groupQuestions([])).toEqual([])
    expect(groupQuestions([asked('', 'a'), asked('???', 'b')])).toHaveLength(2)
  })
})
