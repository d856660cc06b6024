import { describe, expect, it } from 'vitest'
import { briefFrom } from '../../brief'
import {
  allotments,
  asked,
  calling,
  desk,
  REFUND as USE,
  refundOffice as office,
  REFUND_LINES as WANTS,
} from '../../testing'
import type { Tool } from '../../tools'
import { understudy } from '../../understudy'
import { takeTurn, type Colleague, type Exchange, type Model, type TurnContext } from '../index'

describe('what the team has to agree to', () => {
  it('is collected, not done, and waits with exactly what was told', async () => {
    const { paid, tools } = office()
    const turn = await asked(WANTS, await desk(tools))
    expect(paid).toEqual([])
    expect(turn.reply).toBe(
      'Here is what I have:\n- plot: 12\n- pounds: 40\n\nA person looks at that first. You will hear here as soon as it is decided.',
    )
    expect(turn).toMatchObject({
      outcome: 'acted',
      held: [{ jobId: 'tool:refund', filled: { plot: '12', pounds: '40' } }],
    })
  })

  it('is done once they agree, and told to the visitor with what it rests on', async () => {
    const { paid, tools } = office()
    const talk = await desk(tools)
    const { held } = await asked(WANTS, talk)
    const done = await talk.decide(held[0]!, true)
    expect(paid).toEqual([{ plot: 12, pounds: 40 }])
    expect(done.reply).toBe('That has been agreed to.\n\nPaid: R-1 [1].')
    expect(done.citations).toMatchObject([{ sourceTitle: 'Refund' }])
  })

  it('is not done once they refuse, in their own words or the agent’s', async () => {
    const { paid, tools } = office()
    const talk = await desk(tools)
    const { held } = await asked(WANTS, talk)
    expect((await talk.decide(held[0]!, false)).reply).toBe('I am sorry, that was not agreed to.')
    expect((await talk.decide(held[0]!, false, 'The season is over.')).reply).toBe('The season is over.')
    expect(paid).toEqual([])
  })

  it('is asked of them once, and may be asked again after they decided', async () => {
    const { tools } = office()
    const talk = await desk(tools)
    const first = await asked(WANTS, talk)
    const again = await asked(WANTS, talk)
    expect(again).toMatchObject({ held: [], reply: 'That is with a person already; you will hear here.' })
    await talk.decide(first.held[0]!, false)
    expect((await asked(WANTS, talk)).held).toHaveLength(1)
  })

  it('leaves the conversation free meanwhile', async () => {
    const { tools } = office()
    const talk = await desk(tools)
    await asked(WANTS, talk)
    expect((await talk.say('When is water turned on?')).reply).toMatch(/^(?!.*Shall I).*April/s)
  })

  it('keeps what a duty collected when it is asked, and not a second time', async () => {
    const { paid, tools } = office()
    const duties = [{ id: 'd', name: 'Pay back', when: 'someone wants their money back', steps: 'Use @refund.' }]
    const talk = await desk(tools, {}, { tools: [{ ...USE, when: '' }], duties })
    const turn = await asked(WANTS, talk)
    expect(turn.memory.collected).toMatchObject([{ name: 'Pay back', values: { plot: '12' } }])
    expect((await talk.decide(turn.held[0]!, true)).memory.collected).toHaveLength(1)
    expect(paid).toHaveLength(1)
  })

  it('is held where a model calls it by itself, and no word of its is taken for a yes', async () => {
    const { paid, tools } = office()
    const model: Model = calling('refund', { plot: 3, pounds: 9 })
    const talk = await desk(tools, { model }, { tools: [{ ...USE, when: '' }] })
    const turn = await talk.say('Money back please')
    expect([paid, turn.held[0]!.input]).toEqual([[], { plot: 3, pounds: 9 }])
    await talk.decide(turn.held[0]!, true)
    expect(paid).toEqual([{ plot: 3, pounds: 9 }])
  })

  it('is what a yes of the visitor would be for, where no visitor is there', async () => {
    const { paid, tools } = office()
    const talk = await desk(tools, { isUnattended: true }, { tools: [{ ...USE, approval: 'visitor' }] })
    const turn = await asked(WANTS, talk)
    expect([paid, turn.held.length]).toEqual([[], 1])
  })

  it('shows what its tool shows', async () => {
    const insert = { kind: 'link', title: 'Your receipt', url: 'https://bank.example/r1' } as const
    const [refund] = office().tools
    const shows: Tool = { ...refund!, call: () => ({ text: 'Paid', shows: { insert, grounds: [] } }) }
    const talk = await desk([shows])
    const { held } = await asked(WANTS, talk)
    expect((await talk.decide(held[0]!, true)).inserts).toEqual([insert])
  })

  it('is told of in words where the agent does it no more', async () => {
    const { tools } = office()
    const talk = await desk(tools)
    const { held } = await asked(WANTS, talk)
    const gone = await talk.decide(held[0]!, true, '', { brief: briefFrom({}) })
    expect(gone).toMatchObject({ outcome: 'unknown', reply: 'That did not work just now.' })
  })

  it('knows the colleague who does it, and what that one knew stays theirs', async () => {
    const { paid, tools } = office()
    const bursar = briefFrom({ tools: [USE] })
    const own = (conversation: readonly Exchange[]): TurnContext => ({
      brief: bursar,
      library: allotments,
      model: understudy,
      conversation,
      tools,
      clock: () => 0,
    })
    const colleague: Colleague = {
      agent: 'bursar',
      name: 'Bursar',
      take: (line, conversation) => takeTurn(line, own(conversation)),
    }
    const talk = await desk(
      [],
      { colleagues: [colleague] },
      {
        colleagues: [{ agent: 'bursar', when: 'someone wants their money back' }],
      },
    )
    const { held } = await asked(WANTS, talk)
    expect(held).toMatchObject([{ path: ['bursar'] }])
    const done = await talk.decide(held[0]!, true, '', { brief: bursar, tools })
    expect(paid).toHaveLength(1)
    expect(done.memory).toMatchObject({ with: 'bursar', colleagues: { bursar: { held: [], calls: { refund: 1 } } } })
  })
})

describe('while a tool works', () => {
  it('the visitor is told what the brief says, and nothing where it says nothing', async () => {
    const { tools } = office()
    const told: string[] = []
    const free = { ...USE, approval: 'never' as const }
    const onDoing = (text: string) => void told.push(text)
    await asked(WANTS, await desk(tools, { onDoing }, { tools: [free] }))
    expect(told).toEqual([])
    await asked(WANTS, await desk(tools, { onDoing }, { tools: [{ ...free, whileItWorks: 'I am asking the bank …' }] }))
    expect(told).toEqual(['I am asking the bank …'])
  })
})
