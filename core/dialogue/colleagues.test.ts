import { describe, expect, it } from 'vitest'
import { briefFrom } from '../brief'
import { allotments, found, type BriefInput } from '../testing'
import { understudy } from '../understudy'
import { exchangeOf, takeTurn, type Colleague, type Exchange, type TurnContext, type TurnState } from './index'

const SEEDS = { search: () => [found('Beans are sown in May. Peas are sown in March.', ['Sowing'], 'Seeds')] }

/** A colleague who knows about seeds, with a duty of their own. */
const seedlings: BriefInput = {
  identity: { name: 'Pea' },
  duties: [
    {
      id: 'order',
      name: 'Order seeds',
      when: 'someone wants to order seeds',
      ask: [{ name: 'packets', type: 'number', question: 'How many packets?' }],
    },
  ],
}
const colleagueOf = (agent: string, name: string, brief: BriefInput, more: Partial<TurnContext> = {}): Colleague => ({
  agent,
  name,
  take: (said, conversation) =>
    takeTurn(said, {
      brief: briefFrom(brief),
      library: SEEDS,
      model: understudy,
      conversation,
      clock: () => 0,
      ...more,
    }),
})
const PEA = colleagueOf('pea', 'Pea', seedlings)

async function talk(
  lines: readonly string[],
  colleagues: BriefInput['colleagues'],
  at: readonly Colleague[] = [PEA],
  brief: BriefInput = {},
): Promise<TurnState> {
  let conversation: readonly Exchange[] = []
  let state: TurnState | undefined
  for (const line of lines) {
    state = await takeTurn(line, {
      brief: briefFrom({ grounding: { whenUnknown: 'The office does not know.' }, ...brief, colleagues }),
      library: allotments,
      model: understudy,
      conversation,
      colleagues: at,
      clock: () => 0,
    })
    conversation = [...conversation, exchangeOf(state)]
  }
  return state!
}

const TO_PEA = {
  id: 'p',
  agent: 'pea',
  when: 'someone asks about seeds or sowing',
  like: ['When are carrots sown?'],
  says: 'That is {{colleague}}’s: ',
}

describe('a colleague', () => {
  it('takes the conversation when a line is theirs, and the visitor is told as the brief says', async () => {
    const turn = await talk(['When are beans sown?'], [TO_PEA])
    expect(turn.reply).toMatch(/^That is Pea’s: Beans are sown in May/)
    expect(turn).toMatchObject({ outcome: 'answered', memory: { with: 'pea' }, citations: [{ sourceTitle: 'Seeds' }] })
    const working = turn.workings.find(({ step }) => step === 'colleague')!
    expect(working.summary).toBe('The conversation is with “Pea”, who answered.')
    expect(working.details.some(({ label }) => label.startsWith('Pea: '))).toBe(true)
  })

  it('keeps it, is not announced again, and finishes a duty of their own', async () => {
    const lines = ['When are beans sown?', 'I want to order seeds', '3']
    const asked = await talk(lines.slice(0, 2), [TO_PEA])
    expect(asked).toMatchObject({ outcome: 'clarified', reply: 'How many packets?' })
    const done = await talk(lines, [TO_PEA])
    expect(done).toMatchObject({
      outcome: 'acted',
      memory: { collected: [{ name: 'Order seeds', values: { packets: '3' } }] },
    })
  })

  it('gives it back when a line calls for something of the agent’s own', async () => {
    const duties = [
      {
        id: 'k',
        name: 'Get a key',
        when: 'someone wants a key to the shed',
        ask: [{ name: 'plot', type: 'number' as const, question: 'Which plot?' }],
      },
    ]
    const turn = await talk(['When are beans sown?', 'I want a key to the shed'], [TO_PEA], [PEA], { duties })
    expect(turn).toMatchObject({ reply: 'Which plot?', outcome: 'clarified' })
    expect(turn.memory.with).toBeUndefined()
  })

  const plan = {
    id: 'plan',
    name: 'Plan a bed',
    when: 'someone wants to plan a bed',
    steps: 'Say “I have noted that.”\nAsk @Pea.',
    ask: [{ name: 'crop', type: 'text' as const, question: 'What shall grow there?' }],
  }
  const NAMED = { ...TO_PEA, name: 'Pea', when: '', like: [], says: '' }

  it('that the steps of a duty name goes on from what was collected, below what the agent says itself', async () => {
    const turn = await talk(['I want to plan a bed', 'beans'], [NAMED], [PEA], { duties: [plan] })
    expect(turn.reply).toMatch(/^Here is what I have:\n- crop: beans\nI have noted that\.\n\n.*Beans are sown in May/)
    expect(turn).toMatchObject({ outcome: 'acted', memory: { with: 'pea' }, citations: [{ sourceTitle: 'Seeds' }] })
    expect(turn.workings.find(({ step }) => step === 'duty')!.details).toContainEqual(
      expect.objectContaining({ label: 'Named in the steps', text: '“Pea” was told: Plan a bed: crop: beans' }),
    )
  })

  it('that is named and asked only answers once, and one that is not at hand is left out', async () => {
    const lines = ['I want to plan a bed', 'beans']
    const asked = await talk(lines, [{ ...NAMED, mode: 'ask' as const }], [PEA], { duties: [plan] })
    expect([asked.memory.with, asked.reply.includes('Beans are sown')]).toEqual([undefined, true])
    expect((await talk(lines, [NAMED], [], { duties: [plan] })).reply).toMatch(/I have noted that\.$/)
  })

  it('answers one line only where they are asked', async () => {
    const turn = await talk(['When are beans sown?'], [{ ...TO_PEA, mode: 'ask' as const, says: '' }])
    expect(turn.reply).toMatch(/^Beans are sown in May/)
    expect(turn.memory.with).toBeUndefined()
  })

  it('is asked what nobody knows, and only that', async () => {
    const fallback = [{ id: 'f', agent: 'pea', isFallback: true, says: 'Pea may know.' }]
    expect((await talk(['When is water turned on?'], fallback)).reply).toContain('April')
    expect((await talk(['When are peas sown?'], fallback)).reply).toMatch(/^Pea may know\. .*Peas are sown in March/)
    const neither = await talk(['Who won the flower show in 1987?'], fallback, [
      colleagueOf('pea', 'Pea', {}, { library: { search: () => [] } }),
    ])
    expect(neither.reply).toBe('The office does not know.')
    expect(neither.workings.find(({ step }) => step === 'fallback')!.summary).toContain('does not know it either')
  })

  it('is left out where they are not at hand or switched off; the agent answers as far as it can', async () => {
    expect((await talk(['When are beans sown?'], [TO_PEA], [])).reply).toBe('The office does not know.')
    expect((await talk(['When are beans sown?'], [{ ...TO_PEA, enabled: false }])).reply).toBe(
      'The office does not know.',
    )
  })

  it('leaves lines alone that are not theirs', async () => {
    expect((await talk(['When is water turned on?'], [TO_PEA])).memory.with).toBeUndefined()
  })
})
