import { describe, expect, it } from 'vitest'
import { briefFrom, compile, parsePrompt } from '../brief'
import { gatherEvidence, THIN } from './evidence'
import { closer, inRegister, opener, pick, unitsAllowed } from './manner'
import { isAllowed, ordersFor } from './obey'
import { listed, lowerFirst, sayUnit } from './phrase'
import { unitsOf } from './units'

const passage = (text: string, place = 'Rules › Plots') => ({ number: 1, place, text })
const view = (brief: Parameters<typeof briefFrom>[0] = {}) => parsePrompt(compile(briefFrom(brief)).text)

describe('taking a passage apart', () => {
  it('gives sentences, items with the line that leads them in, and rows with their cells', () => {
    const units = unitsOf(passage('Plots are let by the year. Bring:\n- a spade\n- a can\nPlot: Small; Fee: £40.00'))
    expect(units.map(({ kind, text, leadIn }) => [kind, text, leadIn])).toEqual([
      ['sentence', 'Plots are let by the year.', ''],
      ['sentence', 'Bring:', ''],
      ['item', '- a spade', 'Bring:'],
      ['item', '- a can', 'Bring:'],
      ['row', 'Plot: Small; Fee: £40.00', ''],
    ])
    expect(units.at(-1)!.cells).toEqual([
      { header: 'Plot', value: 'Small' },
      { header: 'Fee', value: '£40.00' },
    ])
  })

  it('drops a line that leads a list in when the list stands elsewhere', () => {
    expect(unitsOf(passage('Plots are let by the year. Bring:')).map((unit) => unit.text)).toEqual([
      'Plots are let by the year.',
    ])
  })

  it('does not take a sentence with a colon for a table row', () => {
    expect(unitsOf(passage('One thing is certain: it rains; bring a coat.'))[0]!.kind).toBe('sentence')
  })
})

describe('saying a unit', () => {
  const say = (text: string, question: string) => sayUnit(unitsOf(passage(text)).at(-1)!, question)
  const row = 'Route: Quay to Island; Days: Sunday; First boat: 09:00; Last boat: 17:00; Price: £4.00'

  it.each([
    ['When is the last boat on Sunday?', 'For Quay to Island, Sunday, the last boat is 17:00.'],
    ['How much is it?', 'For Quay to Island, the price is £4.00.'],
    ['When are the boats?', 'For Quay to Island, the first boat is 09:00 and the last boat is 17:00.'],
  ])('a row for “%s”', (question, sentence) => expect(say(row, question)).toBe(sentence))

  it('an item is said with what leads it in, a whole sentence alone', () => {
    expect(say('You may not bring:\n- Fireworks', 'fireworks?')).toBe('You may not bring: Fireworks.')
    expect(say('Please note:\n- The gate is locked at nine every evening', 'gate?')).toBe(
      'The gate is locked at nine every evening.',
    )
  })

  it('lists are joined as people do, and names keep their capital', () => {
    expect(listed(['a'])).toBe('a')
    expect(listed(['a', 'b', 'c'])).toBe('a, b and c')
    expect(lowerFirst('Inchmore')).toBe('Inchmore')
    expect(lowerFirst('The boat')).toBe('the boat')
  })
})

describe('weighing evidence', () => {
  const best = (question: string, text: string, brief = {}) => gatherEvidence(question, [passage(text)], view(brief))[0]

  it('counts what the question is about, not how it is asked', () => {
    expect(best('Could you please tell me what a plot costs?', 'A plot costs £40.00.')!.coverage).toBe(1)
  })

  it('takes headings into account, a little less than the text itself', () => {
    const inText = best('compost', 'Compost is made of leaves.')!.coverage
    const inHeading = gatherEvidence('compost', [passage('It is made of leaves.', 'Rules › Compost')], view())[0]!
      .coverage
    expect(inHeading).toBeGreaterThan(THIN)
    expect(inHeading).toBeLessThan(inText)
  })

  it('prefers a sum when a price is asked for', () => {
    expect(best('What does the gate key cost?', 'The gate key cost us dearly. The gate key is £5.00.')!.text).toContain(
      '£5.00',
    )
  })

  it('prefers words in the order of the question', () => {
    const text = 'Route: Inchmore to Quay; Last: 18:00\nRoute: Quay to Inchmore; Last: 17:00'
    expect(best('last boat to Inchmore', text)!.text).toContain('Quay to Inchmore')
  })

  it('finds nothing when a name stands nowhere', () => {
    expect(best('What does a plot in Paris cost?', 'A plot costs £40.00.')).toBeUndefined()
  })
})

describe('manner', () => {
  it('changes the register and nothing else', () => {
    expect(inRegister('Do not worry, it is free.', 10)).toBe('Don’t worry, it’s free.')
    expect(inRegister("You can't, and it's late.", 90)).toBe('You cannot, and it is late.')
    expect(inRegister('It is free.', 50)).toBe('It is free.')
  })

  it('allows less the briefer it is', () => {
    const allowed = [0, 30, 55, 80, 100].map(unitsAllowed)
    expect(allowed).toEqual([...allowed].sort((a, b) => b - a))
    expect(allowed.at(-1)).toBe(1)
  })

  it('is courteous by the dial, the same way every time', () => {
    const warm = view({ manner: { dials: { warmth: 90, brevity: 20 } } })
    const cool = view({ manner: { dials: { warmth: 10, brevity: 20 } } })
    expect(opener(warm, 'x')).toBe(opener(warm, 'x'))
    expect([opener(cool, 'x'), closer(cool, 'x')]).toEqual(['', ''])
    expect(closer(warm, 'x')).not.toBe('')
    expect(pick(['a', 'b', 'c'], 'same words')).toBe(pick(['a', 'b', 'c'], 'same words'))
  })
})

describe('orders', () => {
  const situation = { question: 'Can I bring a dog?', intent: 'question', isUnknown: false } as const
  const orders = (...rules: { do: string; when?: string }[]) =>
    ordersFor(view({ rules: rules.map((rule, at) => ({ id: String(at), ...rule })) }), situation)

  it('put statements before questions, and say nothing twice', () => {
    const { add } = orders({ do: 'ask which island they mean' }, { do: 'say “Hello.”' }, { do: 'say “Hello.”' })
    expect(add).toEqual(['Hello.', 'Which island do you mean?'])
  })

  it('forbid in any inflection', () => {
    const ruled = orders({ do: 'Never mention discounts' })
    expect(isAllowed('A discount is given.', ruled)).toBe(false)
    expect(isAllowed('A ticket is given.', ruled)).toBe(true)
  })

  it('leave rules alone that are switched off', () => {
    const off = briefFrom({ rules: [{ id: 'a', do: 'say “Off.”', enabled: false }] })
    expect(ordersFor(parsePrompt(compile(off).text), situation).add).toEqual([])
  })
})
