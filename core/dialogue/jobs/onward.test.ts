import { describe, expect, it } from 'vitest'
import { asked, desk } from '../../testing'
import type { Tool } from '../../tools'

/** A shed that tells what barrows cost, and how many are left on a day. */
function shed() {
  const calls: unknown[] = []
  const price: Tool = {
    name: 'price',
    title: 'What barrows cost',
    description: 'Works out what barrows and spades cost together.',
    parameters: {
      type: 'object',
      properties: {
        field: { type: 'string', enum: ['North', 'South'], title: 'Which field: North or South?' },
        barrows: { type: 'integer' },
        spades: { type: 'integer' },
      },
      required: ['field', 'barrows'],
    },
    call: (input) => (calls.push(input), { text: '£9', value: { total: '£9' } }),
  }
  const left: Tool = {
    name: 'left',
    title: 'Barrows left',
    description: 'Tells how many are left.',
    parameters: {
      type: 'object',
      properties: { day: { type: 'string', format: 'date', title: 'On which day?' } },
      required: ['day'],
    },
    call: (input) => (calls.push(input), { text: '3', value: { left: 3 } }),
  }
  return { calls, tools: [price, left] }
}
const brief = {
  boundaries: [{ id: 'b', subject: 'legal advice', examples: ['Can I sue my neighbour?'], reply: 'Ask a lawyer.' }],
  tools: [
    { id: 'price', when: 'someone asks what several barrows cost together', like: ['What do 3 barrows cost on the north field?'] }, // prettier-ignore
    { id: 'left', when: 'someone asks how many barrows are left on a day', like: ['How many barrows are left tomorrow?'] }, // prettier-ignore
  ],
}
const open = async () => {
  const { calls, tools } = shed()
  return { calls, talk: await desk(tools, { today: { date: '2027-03-01', weekday: 0 } }, brief) }
}
const PRICE = 'What do 4 barrows cost on the north field?'

describe('a line that asks on from what a tool told', () => {
  it.each([
    ['and for six?', { field: 'North', barrows: 6 }],
    ['and with two spades?', { field: 'North', barrows: 4, spades: 2 }],
    ['to the south field?', { field: 'South', barrows: 4 }],
    ['what about 5 barrows on the south field?', { field: 'South', barrows: 5 }],
  ])('asks it again with what “%s” changes', async (line, input) => {
    const { calls, talk } = await open()
    expect((await asked([PRICE, line], talk)).outcome).toBe('answered')
    expect(calls).toEqual([{ field: 'North', barrows: 4 }, input])
  })

  it('counts people once, whoever they are', async () => {
    const { calls, talk } = await open()
    await talk.say('What do several barrows for 4 people cost together on the north field?')
    expect(calls).toEqual([{ field: 'North', barrows: 4 }])
  })

  it('goes on from the last of them, and shows what it changed', async () => {
    const { calls, talk } = await open()
    const turn = await asked([PRICE, 'and for six?', 'to the south field?'], talk)
    expect(calls.at(-1)).toEqual({ field: 'South', barrows: 6 })
    expect(turn.workings.find(({ step }) => step === 'duty')!.details).toContainEqual({
      label: 'field',
      text: 'North → South',
    })
  })

  it('has days of its own', async () => {
    const { calls, talk } = await open()
    await asked(['How many barrows are left tomorrow?', 'and on Friday?'], talk)
    expect(calls).toEqual([{ day: '2027-03-02' }, { day: '2027-03-05' }])
  })

  it.each(['When is water turned on?', 'thanks', 'Are bonfires allowed in November?', 'Can I sue my neighbour?'])(
    'is none in “%s”, nor is one that comes after it',
    async (line) => {
      const { calls, talk } = await open()
      await asked([PRICE, line, 'and for six?'], talk)
      expect(calls).toHaveLength(1)
    },
  )
})
