import { describe, expect, it } from 'vitest'
import { desk } from '../../testing'
import type { Tool } from '../../tools'

/** Reminders, with the question that the subject is the answer to. */
const remind: Tool = {
  name: 'remind',
  title: 'Remind by mail',
  description: 'Writes a mail on a day.',
  parameters: {
    type: 'object',
    properties: {
      what: { type: 'string', title: 'Of what shall I remind you?' },
      day: { type: 'string', format: 'date', title: 'On which day?' },
      email: { type: 'string', format: 'email', title: 'Where shall I write to?' },
    },
    required: ['what', 'day', 'email'],
  },
  changes: true,
  call: () => ({ text: 'ok' }),
}
const brief = { tools: [{ id: 'remind', when: 'someone wants to be reminded of something', like: ['Remind me'] }] }
const open = () => desk([remind], { today: { date: '2027-03-01', weekday: 0 } }, brief)
const filledBy = async (...lines: string[]) => {
  const talk = await open()
  let turn = await talk.say(lines[0]!)
  for (const line of lines.slice(1)) turn = await talk.say(line)
  return { ...turn.memory.duty?.filled, asks: turn.memory.duty?.asking }
}

describe('what a line gives a tool', () => {
  it.each([
    ['Remind me next Friday about the seed order', 'the seed order', '12 March 2027'],
    ['Remind me about the seed order on 12 March', 'the seed order', '12 March 2027'],
    ['Can you remind me to order the seeds tomorrow?', 'order the seeds', '2 March 2027'],
    ['Remind me on 12 March of the meeting, please', 'the meeting', '12 March 2027'],
  ])('is what it is about, without the day: “%s”', async (line, what, day) =>
    expect(await filledBy(line)).toEqual({ what, day, asks: 'email' }),
  )

  it('is nothing where it says only when', async () =>
    expect(await filledBy('Remind me about it on 12 March')).toMatchObject({ asks: 'what' }))

  it('is the address it gives, though something else was asked for, and that is asked for again', async () =>
    expect(await filledBy('Remind me on 12 March', 'ana@post.example')).toEqual({
      day: '12 March 2027',
      email: 'ana@post.example',
      asks: 'what',
    }))
})
