import { describe, expect, it } from 'vitest'
import { applyEdit } from '../edit'
import { briefFrom } from '../schema'
import { REMARK_KINDS, reviewBrief, type Remark, type RemarkKind } from './index'

type Input = Parameters<typeof briefFrom>[0]

/** A brief in which nothing is missing, so that only what a test adds is remarked on. */
const whole = (over: Input = {}) =>
  briefFrom({
    ...over,
    purpose: { job: 'answer questions about plots', audience: 'Plot holders', ...over.purpose },
    openers: { greeting: 'Hello, I am Ada.', ...over.openers },
  })
const rules = (
  ...all: (string | { when?: string; do: string; strength?: 'always' | 'usually'; enabled?: boolean })[]
) => ({
  rules: all.map((rule, at) => ({ id: `r${at}`, ...(typeof rule === 'string' ? { do: rule } : rule) })),
})
const boundary = {
  id: 'b',
  subject: 'legal advice',
  examples: ['Can I sue my neighbour?'],
  reply: 'I leave the law to lawyers.',
}
const duty = { id: 'd', name: 'Book a plot', when: 'someone wants to book a plot' }
const LONG = `Say ${Array.from({ length: 50 }, (_, at) => `word${at}`).join(' ')}`

/** For each kind: a brief that gets the remark, and one that comes near and must not. */
const CASES: Readonly<Record<RemarkKind, readonly [hit: Input, nearMiss: Input]>> = {
  'said-and-forbidden': [
    rules('Always include “Our cheap plots.”', 'Never mention cheap'),
    rules('Always include “Our plots.”', 'Never mention cheap'),
  ],
  'short-and-long': [
    rules('Keep answers short', 'Explain in full detail'),
    rules('Keep answers short', { when: 'asks how to do something', do: 'Explain in full detail' }),
  ],
  'two-offers': [
    rules({ when: 'asks about water', do: 'offer the water plan' }, { when: 'asks about water', do: 'offer a visit' }),
    rules({ when: 'asks about water', do: 'offer the water plan' }, { when: 'asks about fees', do: 'offer a visit' }),
  ],
  'two-sign-offs': [
    { ...rules('end with “Bye now!”'), manner: { format: { signOff: 'Yours, Ada' } } },
    { ...rules({ when: 'says goodbye', do: 'end with “Bye now!”' }), manner: { format: { signOff: 'Yours, Ada' } } },
  ],
  'duty-behind-boundary': [
    { boundaries: [boundary], duties: [{ ...duty, name: 'Get legal advice' }] },
    { boundaries: [boundary], duties: [duty] },
  ],
  'suggestion-behind-boundary': [
    { boundaries: [boundary], openers: { suggestions: ['Can I sue my neighbour?'] } },
    { boundaries: [boundary], openers: { suggestions: ['Can I see my neighbour’s plot?'] } },
  ],
  'no-way-out': [
    rules('Never answer questions about politics'),
    rules('Never answer questions about politics; point them to the town hall instead'),
  ],
  vague: [rules('Answer appropriately'), rules('Say “Choose an appropriate tool.”')],
  'never-applies': [
    rules({ when: 'the party has more than 10 people and the party has fewer than 5 people', do: 'offer a visit' }),
    rules({ when: 'the party has more than 5 people and the party has fewer than 10 people', do: 'offer a visit' }),
  ],
  'said-twice': [
    rules('Say where to buy a ticket card', 'Say where to purchase a ticket card'),
    rules('Say where to buy a ticket card', 'Never say where to purchase a ticket card'),
  ],
  unexplained: [
    rules('Mention the AGM'),
    { ...rules('Mention the AGM'), glossary: [{ term: 'AGM', meaning: 'The yearly meeting' }] },
  ],
  'unknown-tool': [
    { ...rules('use the calendar tool'), duties: [{ ...duty, steps: 'Use @calendar.' }] },
    {
      ...rules('use the calendar tool'),
      duties: [{ ...duty, steps: 'Use @calendar.' }],
      tools: [{ id: 'calendar' }],
    },
  ],
  'unknown-duty': [
    rules({ when: 'the duty “Book a shed” is active', do: 'say “Sheds are dry.”' }),
    { ...rules({ when: 'the duty “Book a plot” is active', do: 'say “Plots are wet.”' }), duties: [duty] },
  ],
  'unknown-variable': [
    { openers: { greeting: 'Hello {{name}}' } },
    { openers: { greeting: 'Hello {{name}}' }, variables: [{ name: 'name' }] },
  ],
  'no-job': [{ purpose: { job: '' } }, {}],
  'no-audience': [{ purpose: { audience: ' ' } }, {}],
  'no-answer-when-unknown': [{ grounding: { whenUnknown: '' } }, {}],
  'no-greeting': [{ openers: { greeting: '' } }, {}],
  'example-breaks-rule': [
    { ...rules('Never mention cheap'), answers: [{ question: 'How much?', answer: 'It is cheap.' }] },
    {
      ...rules({ when: 'asks about sheds', do: 'Never mention cheap' }),
      answers: [{ question: 'How much?', answer: 'It is cheap.' }],
    },
  ],
  'greeting-out-of-tone': [
    { manner: { dials: { formality: 90 } }, openers: { greeting: 'Hey there!!' } },
    { manner: { dials: { formality: 50 } }, openers: { greeting: 'Hey there!!' } },
  ],
  'over-budget': [{ budget: 500, freeform: 'x'.repeat(600) }, { freeform: 'x'.repeat(600) }],
  'too-long-rule': [rules(LONG), rules('Say that the gate closes at nine in the evening on every day of the week')],
  'boundary-without-examples': [{ boundaries: [{ ...boundary, examples: [] }] }, { boundaries: [boundary] }],
  'question-missing': [
    { duties: [{ ...duty, ask: [{ name: 'day', type: 'date' }] }] },
    { duties: [{ ...duty, ask: [{ name: 'day', type: 'date', question: 'Which day?' }] }] },
  ],
  'choice-without-choices': [
    { duties: [{ ...duty, ask: [{ name: 'size', type: 'choice', question: 'Which size?' }] }] },
    { duties: [{ ...duty, ask: [{ name: 'size', type: 'choice', question: 'Which size: small or large?' }] }] },
  ],
  'strength-against-words': [
    rules({ do: 'Always say “Hello.”', strength: 'usually' }),
    rules({ do: 'Say “Always welcome.”', strength: 'usually' }),
  ],
  'term-twice': [
    { glossary: [{ term: 'plot', also: ['bed'] }, { term: 'bed' }] },
    { glossary: [{ term: 'plot', also: ['patch'] }, { term: 'bed' }] },
  ],
  'absolute-with-exceptions': [
    rules('Always say that plots are rented for a year'),
    rules('Say that plots are rented for a year'),
  ],
  'two-limits': [
    { ...rules('Use at most 50 words'), manner: { format: { maxWords: 20 } } },
    { ...rules({ when: 'someone asks about fees', do: 'Use at most 50 words' }), manner: { format: { maxWords: 20 } } },
  ],
  'persona-against-dials': [
    { manner: { persona: 'You are blunt and quick.', dials: { directness: 10 } } },
    { manner: { persona: 'You are never blunt.', dials: { directness: 10 } } },
  ],
  'samples-against-dials': [
    {
      manner: { samples: ['It’s fine. Don’t worry, we’re here.', 'You’ll see, it’s easy.'], dials: { formality: 90 } },
    },
    {
      manner: { samples: ['It’s fine. Don’t worry, we’re here.', 'You’ll see, it’s easy.'], dials: { formality: 50 } },
    },
  ],
  'asked-for-nothing': [
    { duties: [{ ...duty, steps: 'Say “Come on {{day}}.”', ask: [{ name: 'shoe size', question: 'Which size?' }] }] },
    { duties: [{ ...duty, steps: 'Repeat what was given.', ask: [{ name: 'shoe size', question: 'Which size?' }] }] },
  ],
  'promise-nobody-keeps': [
    { duties: [{ ...duty, steps: 'Say “Thank you, I have passed that on.”' }] },
    { boundaries: [{ ...boundary, reply: 'I have passed it on to the office.', onHit: 'handOver' }] },
  ],
}

/** A library that explains no word, and knows one exception. */
const LIBRARY = {
  isInLibrary: () => false,
  passagesOn: () => ['Plots are rented for a year, except for the school’s plot.'],
}
const remarks = (input: Input): Remark[] => reviewBrief(whole(input), LIBRARY)

it('does not say of what a duty asks for that nothing uses it, where a tool that it names may', () => {
  const ask = [{ name: 'shoe size', question: 'Which size?' }]
  const brief = briefFrom({ tools: [{ id: 'fit' }], duties: [{ ...duty, steps: 'Use @fit.', ask }] })
  expect(reviewBrief(brief).map(({ kind }) => kind)).not.toContain('asked-for-nothing')
})

describe('remarks in the margin', () => {
  for (const kind of REMARK_KINDS) {
    const [hit, nearMiss] = CASES[kind]
    it(`${kind}: is made where it is due, and not where it only seems so`, () => {
      expect(remarks(hit).map((each) => each.kind)).toContain(kind)
      expect(remarks(nearMiss).map((each) => each.kind)).not.toContain(kind)
    })
  }

  it('says what, where and why, and is silent about a sound brief', () => {
    expect(
      remarks(rules('Say “The gate closes at nine.”', { when: 'asks about water', do: 'offer the water plan' })),
    ).toEqual([])
    for (const [hit] of Object.values(CASES)) {
      for (const { field, text, why } of remarks(hit)) {
        expect(field).toMatch(/^[a-z]+(\.\w+)*$/i)
        expect(text.length).toBeGreaterThan(10)
        expect(why.length).toBeGreaterThan(10)
      }
    }
  })

  it('leaves rules alone that are switched off', () => {
    expect(remarks(rules({ do: 'Answer appropriately', enabled: false }))).toEqual([])
  })

  it('takes a word of the library for explained', () => {
    expect(reviewBrief(whole(rules('Mention the AGM')), { isInLibrary: (word) => word === 'AGM' })).toEqual([])
  })
})

describe('mends', () => {
  it('each make their remark go away and leave a valid brief', () => {
    let mended = 0
    for (const [hit] of Object.values(CASES)) {
      const brief = whole(hit)
      for (const { kind, field, mend } of reviewBrief(brief, LIBRARY)) {
        if (!mend) continue
        mended++
        const edited = applyEdit(brief, mend.edit)
        if (!edited.ok) throw new Error(edited.problem)
        const after = reviewBrief(edited.brief, LIBRARY)
        expect(after.filter((each) => each.kind === kind && each.field === field)).toEqual([])
      }
    }
    expect(mended).toBeGreaterThan(10)
  })
})
