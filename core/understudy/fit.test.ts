import { describe, expect, it } from 'vitest'
import { compile, briefFrom, parsePrompt } from '../brief'
import { answerKindOf } from '../question'
import { needsFit, suits } from './fit'
import { unitsOf } from './units'
import { askedOf } from './asked'

const view = parsePrompt(compile(briefFrom({})).text)

/** How well a text has what a question asks for, 0..1. */
function fit(question: string, text: string): number {
  const [unit] = unitsOf({ number: 1, place: 'Rules › Plots', text })
  return suits(unit!, answerKindOf(question), askedOf(question, view, new Set()))
}

describe('what a question asks for', () => {
  it.each([
    ['When was it founded?', 'It was founded in 1987.', 1],
    ['When do gates close?', 'Gates are green.', 0],
    ['How much is a plot?', 'A plot is £40 a year.', 1],
    ['How much is a plot?', 'A plot is large.', 0],
    ['How long is the lease?', 'The lease runs for two years.', 1],
    ['How long does digging take?', 'Dig every three weeks.', 0],
    ['How much electricity does the pump use?', 'The pump uses 2 kWh a day.', 1],
    ['How much electricity does the pump use?', 'The pump costs £80.', 0],
    ['How heavy is the roller?', 'The roller weighs 80 kg.', 1],
    ['How heavy is the roller?', 'Bags of 25 kg lie in the shed.', 0],
    ['How many plots are there?', 'There are 40 plots.', 1],
    ['How many people can come?', 'Places are limited to fourteen.', 1],
    ['Who is the warden?', 'The warden is Ada Wren.', 1],
    ['Who is the warden?', 'The warden opens the gate.', 0],
    ['Where is the key?', 'The key hangs in the hut.', 1],
    ['Where is the key?', 'The key is made of brass.', 0],
    ['How do I join?', 'To join, come to the hut.', 1],
    ['How do I join?', 'Joining is popular.', 0],
    ['Why is there no water?', 'Water is off so that the pipes do not freeze.', 1],
  ])('%s ← %s', (question, text, expected) => {
    if (expected === 1) expect(fit(question, text)).toBe(1)
    else expect(fit(question, text)).toBeLessThan(1)
  })

  it('is held to by sums, times, counts, measures and names, and by nothing else', () => {
    expect(needsFit('money', 'How much is it?')).toBe(true)
    expect(needsFit('who', 'Who is the warden?')).toBe(true)
    expect(needsFit('who', 'Who may use the hut?')).toBe(false)
    expect(needsFit('open', 'Tell me of bees.')).toBe(false)
  })
})
