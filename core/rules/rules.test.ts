import { describe, expect, it } from 'vitest'
import { answerKindOf, breaks, holds, intentOf, readRule } from './index'

describe('what a line is for', () => {
  it.each([
    ['Hello there!', 'greeting'],
    ['good morning Ada', 'greeting'],
    ['Thanks so much', 'thanks'],
    ['ok great, thank you', 'thanks'],
    ['Thanks, bye', 'goodbye'],
    ['who are you?', 'identity'],
    ['  ?! ', 'empty'],
    ['Hello, can I bring a dog?', 'question'],
    ['thanks, and what about bikes?', 'question'],
    ['parking', 'question'],
  ])('“%s” is %s', (said, intent) => expect(intentOf(said, 'Ada')).toBe(intent))
})

describe('what kind of answer a question wants', () => {
  it.each([
    ['How much is a return?', 'money'],
    ['what does a bike cost?', 'money'],
    ['When is the last boat?', 'time'],
    ['How many bags may I bring?', 'count'],
    ['How early must I check in?', 'count'],
    ['How do I change a booking?', 'howTo'],
    ['Which islands do you serve?', 'list'],
    ['Can I bring a dog?', 'yesNo'],
    ['Tell me about puffins', 'open'],
  ])('“%s”: %s', (question, kind) => expect(answerKindOf(question)).toBe(kind))
})

describe('reading a rule', () => {
  const directive = (act: string, when = '') => readRule(when, act).directives[0]

  it.each([
    ['say “Bring a lead.”', { kind: 'say', text: 'Bring a lead.' }],
    ['say that dogs need a lead', { kind: 'say', text: 'Dogs need a lead.' }],
    [
      'Always include the number of the desk, 01632 960 144.',
      { kind: 'say', text: 'The number of the desk is 01632 960 144.' },
    ],
    ['include a reminder to bring a ticket', { kind: 'say', text: 'Please remember to bring a ticket.' }],
    ['offer the group form', { kind: 'offer', text: 'Would you like the group form?' }],
    ['offer to call the desk', { kind: 'offer', text: 'Would you like me to call the desk?' }],
    ['ask which island they mean', { kind: 'ask', text: 'Which island do you mean?' }],
    ['ask for their booking number', { kind: 'ask', text: 'Could you tell me your booking number?' }],
    ['ask whether they are travelling with a car', { kind: 'ask', text: 'Are you travelling with a car?' }],
  ])('“%s”', (act, expected) => expect(directive(act)).toEqual(expected))

  it('takes the condition from the front of the rule when it stands there', () => {
    const reading = readRule('', 'When someone asks about dogs, say “Keep it on a lead.”')
    expect(reading).toMatchObject({ understood: true, condition: { kind: 'mentions', words: 'dogs' } })
    expect(reading.explanation).toBe('When the question speaks of dogs → say “Keep it on a lead.”')
  })

  it('reads alternatives, each with all its words', () => {
    const { condition } = readRule('the visitor mentions dogs, cats or assistance animals', 'say “Welcome.”')
    expect(condition).toMatchObject({ anyOf: [['dog'], ['cat'], ['assist', 'anim']] })
  })

  it('does not guess at what it cannot read', () => {
    expect(readRule('', 'be a ray of sunshine').understood).toBe(false)
    expect(readRule('the party has more than 10 people', 'offer the group form').understood).toBe(false)
    expect(readRule('the visitor does not ask about dogs', 'say “Hi.”').understood).toBe(false)
    expect(readRule('', 'be a ray of sunshine').explanation).toContain('For the model only')
  })
})

describe('applying a rule', () => {
  const situation = { question: 'Can I bring two dogs?', intent: 'question', isUnknown: false } as const

  it('holds when the subject is spoken of, in any inflection', () => {
    const { condition } = readRule('someone asks about a dog', 'say “Yes.”')
    expect(holds(condition, situation)).toBe(true)
    expect(holds(condition, { ...situation, question: 'Can I bring a cat?' })).toBe(false)
  })

  it('knows greeting, thanks and unknown', () => {
    expect(holds(readRule('someone says hello', 'say “Hi.”').condition, { ...situation, intent: 'greeting' })).toBe(
      true,
    )
    expect(
      holds(readRule('you don’t know the answer', 'offer to call back').condition, { ...situation, isUnknown: true }),
    ).toBe(true)
    expect(holds(readRule('you don’t know the answer', 'offer to call back').condition, situation)).toBe(false)
  })

  it('knows what breaks a prohibition, in any inflection and not inside another word', () => {
    const never = readRule('', 'Never mention “cheap” or “special offer”.').directives[0]!
    expect(breaks(never, 'It is the cheapest way.')).toBe(false)
    expect(breaks(never, 'A cheap ticket.')).toBe(true)
    expect(breaks(never, 'We have special offers.')).toBe(true)
    expect(breaks(never, 'A special day.')).toBe(false)
  })
})
