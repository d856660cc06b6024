import { describe, expect, it } from 'vitest'
import { BARS } from '../calling'
import { readLine } from '../reading'
import { breaks, hold, readRule, type Situation } from './index'

const situation: Situation = { reading: readLine('Can I bring two dogs?'), isUnknown: false, turn: 2 }
const condition = (when: string) => readRule(when, 'say “Yes indeed.”').condition
const directives = (act: string) => readRule('', act).directives

describe('reading a condition', () => {
  it.each([
    ['the party has more than 10 people', 'When number of people more than 10'],
    ['someone asks about dogs, cats or other pets', 'When someone asks about dogs, cats or other pets'],
    ['the visitor says “lost ticket”', 'When the line holds “lost ticket”'],
    ['the visitor complains', 'When the visitor complains'],
    ['they are confused', 'When they are confused'],
    ['the visitor has asked three times', 'When the visitor has written 3 times or more'],
    ['you do not know the answer', 'When the answer is not known'],
    ['it is the first message', 'When it is the first line of the conversation'],
    ['it is Saturday or Sunday', 'When today is Saturday, Sunday'],
    ['between 1 June and 31 August', 'When today is from 1 June to 31 August'],
    ['in December', 'When today is from 1 December to 31 December'],
    ['the visitor writes in French', 'When the line is in French'],
    ['the duty “Book a room” is active', 'When the duty “Book a room” is under way'],
    ['{{plan}} is gold', 'When {{plan}} is “gold”'],
    ['{{plan}} is not set', 'When not: {{plan}} is set'],
    ['a suitcase is heavier than 20 kg', 'When suitcase and more than 20 kg'],
    ['it is Sunday and they ask about parking', 'When today is Sunday and they ask about parking'],
    ['the visitor does not mention an island', 'When not: the visitor mentions an island'],
    ['the visitor is not a member', 'When not: the visitor is a member'],
    ['', 'Always'],
  ])('“%s”', (when, lead) =>
    expect(readRule(when, 'say “Yes indeed.”').explanation).toBe(`${lead} → say “Yes indeed.”`),
  )

  it('takes the condition from the front or the end of the rule when it stands there', () => {
    const front = readRule('', 'When someone asks about dogs, say “Keep it on a lead.”')
    const behind = readRule('', 'Say “Keep it on a lead.” when someone asks about dogs')
    expect(front).toMatchObject({ understood: true, condition: { kind: 'about', text: 'someone asks about dogs' } })
    expect(behind.explanation).toBe(front.explanation)
  })

  it('does not guess at what it is to do', () => {
    expect(readRule('', 'be a ray of sunshine')).toMatchObject({ understood: false, directives: [] })
    expect(readRule('', 'be a ray of sunshine').explanation).toContain('for a language model only')
  })
})

describe('when a condition holds', () => {
  const when = (spoken: string, over: Partial<Situation> = {}, line?: string) =>
    hold(condition(spoken), { ...situation, ...(line === undefined ? {} : { reading: readLine(line) }), ...over })
      .confidence >= BARS.always

  it('a subject, whatever words it is put in', () => {
    expect(when('someone asks about a dog')).toBe(true)
    expect(when('someone asks about pets')).toBe(true)
    expect(when('someone asks about the weather')).toBe(false)
  })

  it('a quantity, with units converted and the party remembered', () => {
    const line = 'Is a suitcase of 25000 g fine?'
    expect(when('a suitcase is heavier than 20 kg', {}, line)).toBe(true)
    expect(when('a suitcase is heavier than 30 kg', {}, line)).toBe(false)
    expect(when('the party has more than 10 people', {}, 'We are 12 passengers')).toBe(true)
    expect(when('the party has more than 10 people', { party: '12 people' }, 'And what now?')).toBe(true)
    expect(when('the party has more than 10 people', {}, 'We are 10 passengers')).toBe(false)
  })

  it('days and dates, and neither when today is not known', () => {
    const sunday = { date: '2027-08-01', weekday: 6 }
    expect(when('it is Sunday', { today: sunday })).toBe(true)
    expect(when('it is Sunday')).toBe(false)
    expect(when('between 1 June and 31 August', { today: sunday })).toBe(true)
    expect(when('between 1 November and 31 January', { today: { date: '2027-01-15', weekday: 4 } })).toBe(true)
    expect(when('between 1 November and 31 January', { today: sunday })).toBe(false)
  })

  it('moods, the first turn, how often somebody wrote, a language, a duty, a variable', () => {
    expect(when('the visitor complains', {}, 'This is a disgrace')).toBe(true)
    expect(when('someone says hello', {}, 'Hello there')).toBe(true)
    expect(when('it is the first message', { turn: 1 })).toBe(true)
    expect(when('someone has asked three times', { turn: 3 })).toBe(true)
    expect(when('someone has asked three times')).toBe(false)
    expect(when('the visitor writes in German', {}, 'Wann macht ihr auf?')).toBe(true)
    expect(when('the duty “Book a room” is active', { duty: 'Book a room' })).toBe(true)
    expect(when('{{plan}} is gold', { variables: new Map([['plan', 'Gold']]) })).toBe(true)
    expect(when('{{plan}} is gold', { variables: new Map([['plan', 'silver']]) })).toBe(false)
    expect(when('{{plan}} is not set')).toBe(true)
    expect(when('you do not know', { isUnknown: true })).toBe(true)
  })

  it('parts joined by and, or, not', () => {
    expect(when('they ask about dogs and it is Sunday', { today: { date: '2027-08-01', weekday: 6 } })).toBe(true)
    expect(when('they ask about dogs and it is Sunday')).toBe(false)
    expect(when('the visitor does not mention a boat')).toBe(true)
    expect(when('the visitor does not mention a dog')).toBe(false)
  })
})

describe('reading what is asked', () => {
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
    ['ask whether they are travelling with a car', { kind: 'ask', text: 'Are you travelling with a car?' }],
    ['ask which day they travel first', { kind: 'askFirst', text: 'Which day do you travel?' }],
    ['apologise', { kind: 'apologise' }],
    ['recommend https://a.example/help', { kind: 'link', url: 'https://a.example/help' }],
    ['use numbered steps', { kind: 'format', as: 'steps' }],
    ['answer in full sentences', { kind: 'format', as: 'prose' }],
    ['Keep answers under 60 words', { kind: 'limit', most: 59, unit: 'words' }],
    ['answer in at most three sentences', { kind: 'limit', most: 3, unit: 'sentences' }],
    ['use “guest” instead of “customer”', { kind: 'replace', from: 'customer', to: 'guest' }],
    ['address them by name', { kind: 'byName' }],
    ['end with “Safe travels!”', { kind: 'endWith', text: 'Safe travels!' }],
    ['hand over to the ticket desk', { kind: 'handOver', to: 'the ticket desk', isReferral: false }],
    ['point them to the ticket desk', { kind: 'handOver', to: 'the ticket desk', isReferral: true }],
    ['use the calendar tool', { kind: 'tool', name: 'calendar' }],
    ['do not cite any sources', { kind: 'cite', isWanted: false }],
    ['answer in Dutch', { kind: 'language', language: 'nl' }],
  ])('“%s”', (act, expected) => expect(directives(act)[0]).toMatchObject(expected))

  it('reads several joined by “and”, or none of them', () => {
    expect(directives('apologise and offer the complaint form').map((each) => each.kind)).toEqual([
      'apologise',
      'offer',
    ])
    expect(directives('offer a day ticket and mention the summer sale').map((each) => each.kind)).toEqual([
      'offer',
      'say',
    ])
    expect(directives('apologise and glow in the dark')).toEqual([])
  })

  it('does not take a promise that must not be made for a word that must not be said', () => {
    expect(readRule('', 'Do not promise a refund').understood).toBe(false)
  })

  it('knows what breaks a prohibition, in any inflection and not inside another word', () => {
    const never = directives('Never mention “cheap” or “special offer”.')[0]!
    expect(breaks(never, 'It is the cheapest way.')).toBe(false)
    expect(breaks(never, 'A cheap ticket.')).toBe(true)
    expect(breaks(never, 'We have special offers.')).toBe(true)
    expect(breaks(never, 'A special day.')).toBe(false)
  })
})
