import { describe, expect, it } from 'vitest'
import { asked, desk, type BriefInput } from '../../testing'
import type { Tool } from '../../tools'

const DAY = { day: { type: 'string', format: 'date' }, time: { type: 'string', format: 'time' } }
const PERSON = { name: { type: 'string' }, email: { type: 'string', format: 'email' } }

/** An office with a calendar: what is free, and appointments that are made, moved and cancelled by their number. */
function calendar() {
  const calls: [string, unknown][] = []
  const tool = (name: string, properties: object, value: object, more: Partial<Tool> = {}): Tool => ({
    name,
    title: name.replace('_', ' '),
    description: name,
    service: 'calendar',
    changes: true,
    parameters: { type: 'object', properties: properties as never, required: Object.keys(properties) },
    call: (input) => (calls.push([name, input]), { text: JSON.stringify(value), value }),
    ...more,
  })
  const times = ['09:00', '10:30'].map((time) => ({ day: 'Monday', time, says: `15 March 2027 at ${time}` }))
  const tools = [
    tool('free_times', {}, { times }, { changes: false }),
    tool('book_time', { ...DAY, ...PERSON }, { number: 'A-7' }, { offer: () => Promise.resolve(undefined) }),
    tool('move_time', { number: { type: 'string' }, email: PERSON.email, ...DAY }, { number: 'A-7' }),
    tool('cancel_time', { number: { type: 'string' }, email: PERSON.email }, { number: 'A-7' }),
    tool('ring', { phone: { type: 'string', format: 'phone' } }, {}, { service: 'team' }),
  ]
  return { calls, tools }
}
const brief: BriefInput = {
  tools: [
    { id: 'free_times', when: 'someone asks when the office is free', like: ['When is the office free?'] },
    { id: 'book_time', when: 'someone wants an appointment', like: ['I want an appointment'], approval: 'visitor' },
    { id: 'move_time', when: 'someone wants to move an appointment', like: ['Can we move my appointment?'], approval: 'visitor' }, // prettier-ignore
    { id: 'cancel_time', when: 'someone wants to cancel an appointment', like: ['Cancel my appointment'], approval: 'visitor' }, // prettier-ignore
    { id: 'ring', when: 'someone wants to be rung up', like: ['Please ring me up'] },
  ],
}
const open = async (more = {}) => {
  const { calls, tools } = calendar()
  return { calls, talk: await desk(tools, more, brief) }
}
const BOOK = ['I want an appointment', '15 March 2027', '10:30', 'Ana Hale', 'ana@post.example', 'yes']

describe('a free time', () => {
  it.each(['15 March 2027 at 10:30', '10:30 would be good', 'Can I have 15 March at 10:30, please?'])(
    'that is named once they were shown, “%s”, is what is booked',
    async (line) => {
      const { talk } = await open()
      await talk.say('When is the office free?')
      const turn = await talk.say(line)
      expect(turn.outcome).toBe('clarified')
      expect(turn.memory.duty).toMatchObject({ dutyId: 'tool:book_time', filled: { time: '10:30' } })
    },
  )

  it.each(['When is water turned on?', 'Is the gate open on Monday at nine?', 'thanks'])(
    'is not chosen by “%s”, and not by a time that is named later',
    async (line) => {
      const { talk } = await open()
      await asked(['When is the office free?', line], talk)
      expect((await talk.say('10:30')).memory.duty).toBeUndefined()
    },
  )
})

describe('what was just done', () => {
  it.each([
    ['Actually, can we move it to 11:00?', 'tool:move_time', { number: 'A-7', day: '15 March 2027', time: '11:00' }],
    ['Could you cancel that please?', 'tool:cancel_time', { number: 'A-7' }],
    ['Please cancel it', 'tool:cancel_time', { number: 'A-7' }],
    ['No, make that 11:00', 'tool:move_time', { number: 'A-7', day: '15 March 2027', time: '11:00' }],
  ])('is what “%s” means by it', async (line, dutyId, filled) => {
    const { talk } = await open()
    const turn = await asked([...BOOK, line], talk)
    expect(turn.memory.duty).toMatchObject({ dutyId, filled, isConfirming: true })
  })

  it.each(['Is it far?', 'What do I bring to it?', 'that is kind of you', 'When is water turned on?'])(
    'is left as it is by “%s”',
    async (line) => {
      const { talk } = await open()
      expect((await asked([...BOOK, line], talk)).memory.duty).toBeUndefined()
    },
  )
})

it('is what was just done, thanks in between or not', async () => {
  const { talk } = await open()
  const turn = await asked([...BOOK, 'thank you', 'No, make that 11:00'], talk)
  expect(turn.memory.duty).toMatchObject({ dutyId: 'tool:move_time' })
  const other = await open()
  const moved = await asked([...BOOK, 'thank you', 'Could you cancel that please?'], other.talk)
  expect(moved.memory.duty).toMatchObject({ dutyId: 'tool:cancel_time', filled: { number: 'A-7' } })
})

describe('what is known of a visitor', () => {
  it('is not asked for again: the number of what was booked, and where they are reached', async () => {
    const { calls, talk } = await open()
    const turn = await asked([...BOOK, 'Cancel my appointment'], talk)
    expect(turn.reply).toBe('Here is what I have:\n- number: A-7\n- email: ana@post.example\n\nShall I do that?')
    expect(turn.workings.find(({ step }) => step === 'duty')!.details).toContainEqual({
      label: 'email',
      text: 'ana@post.example (known from before)',
    })
    await talk.say('yes')
    expect(calls.at(-1)).toEqual(['cancel_time', { number: 'A-7', email: 'ana@post.example' }])
  })

  it('is what was chosen before, where a part of it is changed', async () => {
    const { calls, talk } = await open()
    await asked([...BOOK, 'Can we move my appointment to 11:00?', 'yes'], talk)
    expect(calls.at(-1)).toEqual([
      'move_time',
      { number: 'A-7', email: 'ana@post.example', day: '2027-03-15', time: '11:00' },
    ])
    expect((await talk.say('Cancel my appointment')).reply).toContain('- number: A-7\n- email: ana@post.example')
  })

  it('comes from the visitor form and from what they told of themselves', async () => {
    const { talk } = await open({ visitor: { email: 'bo@post.example' } })
    const turn = await asked(['My name is Bo', 'I want an appointment', '15 March 2027', '10:30'], talk)
    expect(turn.reply).toMatch(/name: Bo\n- email: bo@post\.example/)
  })

  it('is shown before anything is done with it, even by a tool that asks for no yes', async () => {
    const { calls, talk } = await open({ visitor: { phone: '01632 960 222' } })
    expect((await talk.say('Please ring me up')).reply).toMatch(/phone: 01632 960 222\n\nShall I do that\?/)
    expect(calls).toEqual([])
    await talk.say('yes')
    expect(calls).toEqual([['ring', { phone: '01632 960 222' }]])
  })

  it('is asked for where it is not, and a bare yes is no answer', async () => {
    const { talk } = await open()
    const turn = await asked(['Cancel my appointment', 'yes'], talk)
    expect(turn.reply).toBe('Please tell me that in a few words. What is the number?')
  })

  it('gives way to what the line says, and can be put right', async () => {
    const { calls, talk } = await open({ visitor: { phone: '01632 960 222' } })
    await talk.say('Please ring me up on 01632 960 333')
    expect(calls).toEqual([['ring', { phone: '01632 960 333' }]])
    const other = await open({ visitor: { phone: '01632 960 222' } })
    await asked(['Please ring me up', 'no, 01632 960 444', 'yes'], other.talk)
    expect(other.calls).toEqual([['ring', { phone: '01632 960 444' }]])
  })

  it('is left alone where the agent is to remember nothing of its visitors', async () => {
    const { tools } = calendar()
    const talk = await desk(
      tools,
      { visitor: { phone: '01632 960 222' } },
      { ...brief, memory: { rememberVisitor: false } },
    )
    expect((await talk.say('Please ring me up')).reply).toBe('What is the phone?')
  })
})
