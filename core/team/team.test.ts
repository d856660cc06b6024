import { describe, expect, it } from 'vitest'
import {
  begun,
  itemsOf,
  nextLegs,
  outputOf,
  problemsIn,
  relaySchema,
  withLeg,
  withoutRepeats,
  type Relay,
  type RelayRun,
} from './index'

const relay = (legs: object[], more: object = {}): Relay =>
  relaySchema.parse({
    name: 'The weekly notice',
    inputs: [{ name: 'island' }],
    legs: legs.map((leg, at) => ({ name: `leg${at + 1}`, agent: 'ada', task: 'Do it', ...leg })),
    ...more,
  })
const done = (run: RelayRun, name: string, text: string): RelayRun =>
  withLeg(run, { ...run.legs.find((leg) => leg.name === name)!, state: 'done', text })
const names = (of: Relay, run: RelayRun) => nextLegs(of, run).todo.map(({ leg }) => leg.name)

describe('a relay', () => {
  it('does its legs one after the other, each told what those before it found', () => {
    const two = relay([{ task: 'What is new on {{island}}?' }, { task: 'Write a notice of: {{leg1}}' }])
    const run = begun(two, { island: 'Inchmore' })
    expect(nextLegs(two, run).todo).toMatchObject([{ tasks: ['What is new on Inchmore?'] }])
    const next = done(run, 'leg1', 'A new jetty.')
    expect(nextLegs(two, next).todo).toMatchObject([{ tasks: ['Write a notice of: A new jetty.'] }])
    expect(names(two, done(next, 'leg2', 'Notice!'))).toEqual([])
    expect(outputOf(two, done(next, 'leg2', 'Notice!'))).toBe('Notice!')
  })

  it('does legs together that go alongside each other, and the next when both are over', () => {
    const three = relay([{}, { alongside: true }, {}])
    const run = begun(three, {})
    expect(names(three, run)).toEqual(['leg1', 'leg2'])
    expect(names(three, done(run, 'leg1', 'x'))).toEqual(['leg2'])
    expect(names(three, done(done(run, 'leg1', 'x'), 'leg2', 'y'))).toEqual(['leg3'])
  })

  it('leaves out a leg whose condition does not hold, and says why', () => {
    const two = relay([{}, { onlyIf: { of: 'leg1', mentions: 'delay' } }, { task: 'After {{leg1}}' }])
    const { run, todo } = nextLegs(two, done(begun(two, {}), 'leg1', 'All on time.'))
    expect(run.legs[1]).toMatchObject({ state: 'left', because: '“leg1” does not mention “delay”.' })
    expect(todo.map(({ leg }) => leg.name)).toEqual(['leg3'])
    const late = done(begun(two, {}), 'leg1', 'A DELAY of an hour.')
    expect(names(two, late)).toEqual(['leg2'])
  })

  it('does a leg once for each line of another’s result', () => {
    const two = relay([{}, { each: 'leg1', task: 'Tell about {{item}}' }])
    const run = done(begun(two, {}), 'leg1', '- Sula Holm\n- Inchmore\n\n')
    expect(nextLegs(two, run).todo[0]!.tasks).toEqual(['Tell about Sula Holm', 'Tell about Inchmore'])
    expect(nextLegs(two, done(begun(two, {}), 'leg1', '')).run.legs[1]!.state).toBe('left')
  })

  it('begins nothing behind a leg that waits for a person or failed', () => {
    const two = relay([{}, {}])
    const run = begun(two, {})
    for (const state of ['looked', 'asks', 'unsure', 'failed', 'running'] as const)
      expect(names(two, withLeg(run, { ...run.legs[0]!, state }))).toEqual([])
  })

  it('tells what it cannot be run for', () => {
    const bad = relay([{ task: 'About {{iland}}' }, { name: 'island', each: 'leg9' }], { output: '{{nobody}}' })
    expect(problemsIn(bad).map(({ problem }) => problem)).toEqual([
      '“{{iland}}” is neither an input nor a leg before it.',
      '“island” is the name of an input or of another leg, too.',
      '“{{leg9}}” is neither an input nor a leg before it.',
      'The output names “{{nobody}}”, which is not there.',
    ])
    expect(problemsIn(relay([]))).toMatchObject([{ problem: 'There is no leg yet.' }])
    expect(problemsIn(relay([{ each: 'island', task: 'Tell about {{item}}' }]))).toEqual([])
  })

  it('takes list items, rows and lines for items', () => {
    expect(itemsOf('1. One\n* Two\n| a | b |\n| --- | --- |\nFour')).toEqual(['One', 'Two', '| a | b |', 'Four'])
  })
})

describe('what was said before', () => {
  it('is taken out, in whole sentences, and told', () => {
    const before = ['The Petrel sails at nine from Carrow Quay [1]. Dogs travel free on a lead.']
    const { text, taken } = withoutRepeats(
      'The Petrel sails at nine from Carrow Quay. A new café opens on Friday.',
      before,
    )
    expect(text).toBe('A new café opens on Friday.')
    expect(taken).toEqual(['The Petrel sails at nine from Carrow Quay.'])
  })

  it('leaves other figures, short sentences, and a text that would be left with nothing', () => {
    const before = ['The Petrel sails at nine from Carrow Quay. Yes.']
    expect(withoutRepeats('The Guillemot sails at noon to Little Tarn. Yes.', before).taken).toEqual([])
    expect(withoutRepeats('The Petrel sails at nine from Carrow Quay.', before)).toEqual({
      text: 'The Petrel sails at nine from Carrow Quay.',
      taken: [],
    })
  })
})
