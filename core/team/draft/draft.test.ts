import { describe, expect, it } from 'vitest'
import { cueSchema, draftRelay, problemsIn, RELAY_EXAMPLES, relaySchema } from '../index'

const AGENTS = [
  { id: 'm', name: 'Marlow' },
  { id: 'p', name: 'Pip Deck' },
]
const draft = (sentence: string) => draftRelay(sentence, AGENTS, 'Europe/London')
const legsOf = (sentence: string) => draft(sentence).relay.legs.map(({ agent, task }) => [agent, task])

describe('a relay from a sentence', () => {
  it('knows when it begins, what it is given, who does what, who looks, and whom it is mailed to', () => {
    const { relay, cue } = draft(
      'Every Thursday at 9, take the newest three entries of http://quay.example/news.xml, ask Marlow when the last boat to Inchmore leaves, then have Pip Deck say what deckhands must know about it, let me look at it, and draft a mail to crew@quay.example.',
    )
    expect(cue).toMatchObject({ kind: 'time', rule: 'FREQ=WEEKLY;BYDAY=TH;BYHOUR=9;BYMINUTE=0', isOn: false })
    expect(relay).toMatchObject({
      inputs: [{ name: 'news', type: 'feed', url: 'http://quay.example/news.xml', most: 3 }],
      legs: [
        { agent: 'm', task: 'When the last boat to Inchmore leaves', approval: false },
        { agent: 'p', task: 'Say what deckhands must know about {{leg1}}', approval: true },
      ],
      output: '{{news}}\n\n{{leg2}}',
      mail: { to: 'crew@quay.example' },
    })
  })

  it.each([
    ['Every weekday at half past seven, ask Marlow which boats leave', 'BYDAY=MO,TU,WE,TH,FR;BYHOUR=7;BYMINUTE=30'],
    ['Every morning ask Marlow which boats leave', 'BYDAY=MO,TU,WE,TH,FR,SA,SU;BYHOUR=9;BYMINUTE=0'],
    ['On Mondays and Fridays at 17:15, ask Marlow which boats leave', 'BYDAY=MO,FR;BYHOUR=17;BYMINUTE=15'],
  ])('begins at its time: %s', (sentence, rule) =>
    expect(draft(sentence).cue).toMatchObject({ rule: `FREQ=WEEKLY;${rule}` }),
  )

  it.each([
    ['When a mail arrives from anna@club.example, have Marlow answer it', 'mail', '{{text}}'],
    ['When a conversation is over, ask Marlow what to do about it', 'conversation', 'What to do about {{text}}'],
    ['When something goes unanswered 4 times, write an answer', 'wanting', '{{question}}'],
    ['As soon as a new file arrives, ask Marlow which rules it touches', 'file', 'Which rules {{text}} touches'],
    [
      'Whenever there is something new in https://quay.example/feed, ask Marlow what it means',
      'feed',
      'What {{text}} means',
    ],
    ['When it is called by another program, ask Marlow to answer it', 'call', '{{text}}'],
  ])('begins by what happened, and is given it: %s', (sentence, kind, task) => {
    const { cue, relay } = draft(sentence)
    expect([cue?.kind, relay.legs[0]?.task]).toEqual([kind, task])
  })

  it('takes from a mail whom it is from, and how often something is asked in vain', () => {
    expect(draft('When a mail arrives from anna@club.example, have Marlow answer it').cue).toMatchObject({ from: ['anna@club.example'] }) // prettier-ignore
    expect(draft('When something goes unanswered four times, write an answer').cue).toMatchObject({ atLeast: 4 })
  })

  it('does a step once for each line of something', () => {
    const { relay } = draft('For each question, ask Marlow to answer it')
    expect(relay).toMatchObject({ inputs: [{ name: 'question' }], legs: [{ each: 'question', task: '{{item}}' }] })
  })

  it('is done by the first agent where nobody is named, and leaves words within a step together', () => {
    expect(
      legsOf('What do bikes, dogs and cars cost? Then have Pip Deck list the rules for dogs, cats and birds'),
    ).toEqual([
      ['m', 'What do bikes, dogs and cars cost?'],
      ['p', 'List the rules for dogs, cats and birds'],
    ])
  })

  it('tells of each part what it became', () => {
    expect(draft('Ask Marlow what is new, and I check it').read).toEqual([
      { words: 'Ask Marlow what is new', as: 'leg1, done by Marlow: What is new' },
      { words: 'I check it', as: 'You look at the result of leg1 before it goes on.' },
    ])
  })

  it.each(RELAY_EXAMPLES.map(({ title, sentence }) => [title, sentence]))(
    '“%s” can be run as it is',
    (_title, sentence) => {
      const { relay, cue, read } = draft(sentence.replaceAll('{{own}}', 'Marlow').replaceAll('{{other}}', 'Pip Deck'))
      expect(problemsIn(relaySchema.parse(relay))).toEqual([])
      if (cue) expect(cueSchema.safeParse(cue).success).toBe(true)
      expect(read.filter(({ as }) => as.includes('Nothing could be made'))).toEqual([])
    },
  )
})
