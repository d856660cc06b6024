import { describe, expect, it } from 'vitest'
import { asked, desk, REFUND, REFUND_LINES, refundOffice } from '../../testing'
import type { Tool } from '../../tools'

/** An office whose people ring up, and can be told not to. */
function ringing() {
  const calls: unknown[] = []
  const ring: Tool = {
    name: 'ring',
    title: 'Have somebody ring',
    description: 'Has a person ring up.',
    changes: true,
    parameters: {
      type: 'object',
      properties: { phone: { type: 'string', format: 'phone' }, day: { type: 'string', format: 'date' } },
      required: ['phone', 'day'],
    },
    call: (input) => (calls.push(input), { text: 'Noted.' }),
    takeBack: (input) => {
      const at = calls.findIndex((each) => JSON.stringify(each) === JSON.stringify(input))
      return at < 0 ? { text: 'They rang already.', isFailed: true } : (calls.splice(at, 1), { text: 'off' })
    },
  }
  return { calls, ring, use: { id: 'ring', when: 'someone wants to be called back', tells: 'Somebody rings you.' } }
}
const RING = ['Please call me back', '01632 960 222', '15 March']

describe('what waits for the team', () => {
  const waiting = async (more = {}) => {
    const withdrawn: object[] = []
    const { paid, tools } = refundOffice()
    const withdraw = (held: object) => Promise.resolve(withdrawn.push(held) > 0)
    const talk = await desk(tools, { withdraw, ...more })
    return { talk, paid, withdrawn, first: await asked(REFUND_LINES, talk) }
  }

  it.each([
    'never mind',
    'Actually, forget it please',
    'I do not want the money back any more',
    'Please cancel the refund',
    'Well, I changed my mind',
  ])('is taken back by “%s”', async (line) => {
    const { talk, withdrawn, first } = await waiting()
    expect(await talk.say(line)).toMatchObject({
      outcome: 'acted',
      reply: 'All right, I have taken that back.',
      held: [],
    })
    expect(withdrawn).toEqual(first.held)
  })

  it.each([
    ['no wait, make that 13 for the plot', { plot: '13', pounds: '40' }],
    ['Sorry, pounds should be 45', { plot: '12', pounds: '45' }],
  ])('is put right by “%s”: the old one is taken back, and the new one waits', async (line, filled) => {
    const { talk, withdrawn, first } = await waiting()
    const turn = await talk.say(line)
    expect(turn.reply).toMatch(/^I have changed the .*Here is what I have:.*A person looks at that first/s)
    expect(turn.held).toMatchObject([{ filled }])
    expect(withdrawn).toEqual(first.held)
  })

  it.each([
    'No, thank you',
    'I do not need a wheelbarrow',
    'Can I cancel that?',
    'Sorry, when is water turned on?',
    'Actually, may I have bonfires in November?',
  ])('stays as it is with “%s”', async (line) => {
    const { talk, withdrawn } = await waiting()
    const turn = await talk.say(line)
    expect(turn.reply).not.toMatch(/taken that back|have changed/)
    expect(withdrawn).toEqual([])
  })

  it('is named once the talk has gone on: then “never mind” alone means something else', async () => {
    const { talk, withdrawn } = await waiting()
    await talk.say('When is water turned on?')
    await talk.say('never mind')
    expect(withdrawn).toEqual([])
    expect((await talk.say('please forget the refund')).reply).toMatch(/taken that back/)
  })

  it.each(['never mind, forget it', 'no, make it 13'])(
    'is too late for “%s” where somebody sees to it',
    async (line) => {
      const { talk } = await waiting({ withdraw: () => Promise.resolve(false) })
      expect(await talk.say(line)).toMatchObject({ held: [], reply: expect.stringContaining('seen to already') })
    },
  )

  it('may be asked for again after it was taken back, and cannot be taken back once it was refused', async () => {
    const { talk, withdrawn } = await waiting()
    await talk.say('never mind')
    const { held } = await asked(REFUND_LINES, talk)
    expect(held).toHaveLength(1)
    await talk.decide(held[0]!, false)
    await talk.say('forget the refund')
    expect(withdrawn).toHaveLength(1)
  })
})

describe('what a tool did and can take back', () => {
  it('is taken back, and put right, by the tool', async () => {
    const { calls, ring, use } = ringing()
    const talk = await desk([ring], {}, { tools: [use] })
    await asked(RING, talk)
    const put = await talk.say('sorry, my phone is 01632 960 333')
    expect(put.reply).toMatch(/^I have changed the phone to 01632 960 333\.\s+Somebody rings you/)
    expect(calls).toMatchObject([{ phone: '01632 960 333' }])
    expect((await talk.say('forget the call, please')).reply).toMatch(/taken that back/)
    expect(calls).toEqual([])
  })

  it('is told of as too late where the tool says so', async () => {
    const { calls, ring, use } = ringing()
    const talk = await desk([ring], {}, { tools: [use] })
    await asked(RING, talk)
    calls.length = 0
    expect(await talk.say('forget the call, please')).toMatchObject({ outcome: 'declined' })
  })

  it('is the one that the line names, of several', async () => {
    const { calls, ring, use } = ringing()
    const { tools } = refundOffice()
    const withdrawn: object[] = []
    const withdraw = (held: object) => Promise.resolve(withdrawn.push(held) > 0)
    const talk = await desk([ring, ...tools], { withdraw }, { tools: [use, REFUND] })
    await asked([...RING, ...REFUND_LINES], talk)
    await talk.say('I do not need to be called back any more')
    expect([calls, withdrawn]).toEqual([[], []])
    await talk.say('and forget my money as well')
    expect(withdrawn).toHaveLength(1)
  })

  it('is left alone where a tool cannot take it back', async () => {
    const { ring, use } = ringing()
    const { takeBack: _none, ...fixed } = ring
    const talk = await desk([fixed], {}, { tools: [use] })
    await asked(RING, talk)
    expect((await talk.say('forget the call, please')).reply).not.toMatch(/taken that back|seen to/)
  })

  it('is no older thing than what was done just now, unless it is named', async () => {
    const { calls, ring, use } = ringing()
    const { takeBack: _none, ...fixed } = ring
    const { tools } = refundOffice()
    const withdrawn: object[] = []
    const withdraw = (held: object) => Promise.resolve(withdrawn.push(held) > 0)
    const talk = await desk([fixed, ...tools], { withdraw }, { tools: [use, REFUND] })
    await asked([...REFUND_LINES, ...RING, 'never mind'], talk)
    expect([calls.length, withdrawn.length]).toEqual([1, 0])
    await talk.say('please forget the refund')
    expect(withdrawn).toHaveLength(1)
  })

  it('is told of where nothing can put it right', async () => {
    const { calls, ring, use } = ringing()
    const { takeBack: _none, ...fixed } = ring
    const talk = await desk([fixed], {}, { tools: [use] })
    await asked(RING, talk)
    const turn = await talk.say('no, sorry, 01632 960 333')
    expect(turn).toMatchObject({ outcome: 'declined', reply: 'That is done already, and I cannot change it here.' })
    expect(calls).toHaveLength(1)
  })
})
