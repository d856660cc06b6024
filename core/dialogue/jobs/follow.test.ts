import { describe, expect, it } from 'vitest'
import { asked, desk, type BriefInput } from '../../testing'
import type { Tool } from '../../tools'

/** A shed whose barrows are lent for a day and a time, and people who ring up. */
const tool = (name: string, properties: object): Tool => ({
  name,
  title: name,
  description: name,
  changes: true,
  parameters: { type: 'object', properties: properties as never, required: Object.keys(properties) },
  call: () => ({ text: 'Done.' }),
})
const WHEN = { day: { type: 'string', format: 'date' }, time: { type: 'string', format: 'time' } }
const TOOLS = [
  tool('remind', { what: { type: 'string', title: 'What about?' }, ...WHEN }),
  tool('ring', { phone: { type: 'string', format: 'phone' } }),
]
const brief: BriefInput = {
  boundaries: [
    {
      id: 'w',
      subject: 'the weather',
      examples: ['Will it rain tomorrow?', 'tomorrow'],
      reply: 'Look out of the window.',
    },
  ],
  tools: [
    {
      id: 'remind',
      when: 'someone wants to be reminded of something',
      like: ['Remind me', 'I do not want to forget it'],
    },
    { id: 'ring', when: 'someone wants to be rung up', like: ['Please ring me up'] },
  ],
}
const open = () => desk(TOOLS, { today: { date: '2027-03-01', weekday: 0 } }, brief)

describe('an answer to what is asked', () => {
  it('is one, though by itself it were about something else', async () => {
    const talk = await open()
    const turn = await asked(['Remind me', 'the hedge', 'tomorrow'], talk)
    expect(turn.memory.duty).toMatchObject({ filled: { what: 'hedge', day: '2 March 2027' }, asking: 'time' })
    expect((await (await open()).say('Will it rain tomorrow?')).reply).toBe('Look out of the window.')
  })

  it('is a question when it asks, and what is out of bounds stays so', async () => {
    const talk = await open()
    const turn = await asked(['Remind me', 'the hedge', 'Will it rain tomorrow?'], talk)
    expect(turn.reply).toContain('Look out of the window.')
  })

  it.each([
    ['tomorrow at 8', '2 March 2027', '08:00'],
    ['on 12 March at 17:30', '12 March 2027', '17:30'],
    ['next Friday at half past seven', '12 March 2027', '07:30'],
  ])('gives day and time at once: “%s”', async (line, day, time) => {
    const turn = await asked(['Remind me', line], await open())
    expect(turn.memory.duty).toMatchObject({ filled: { day, time }, asking: 'what' })
  })

  it('gives way to another wish that is clear', async () => {
    const turn = await asked(['Remind me', 'the hedge', 'Please ring me up'], await open())
    expect(turn.reply).toBe('All right, I have dropped that. What is the phone?')
    expect(turn.memory.duty).toMatchObject({ dutyId: 'tool:ring' })
  })
})

describe('what is not wanted', () => {
  it.each(['I do not want to be rung up', 'Please don’t ring me up', 'I no longer need to be rung up'])(
    'is not begun by “%s”',
    async (line) => {
      const turn = await (await open()).say(line)
      expect(turn).toMatchObject({ outcome: 'chatted', reply: expect.stringContaining('anything else') })
      expect(turn.memory.duty).toBeUndefined()
    },
  )

  it('is begun by a line that its designer gave as meant, however it is worded', async () =>
    expect((await (await open()).say('I do not want to forget it')).memory.duty).toMatchObject({
      dutyId: 'tool:remind',
    }))
})
