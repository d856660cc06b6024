import { describe, expect, it } from 'vitest'
import { briefFrom, compile } from '../brief'
import { questionMessage, withoutMarkers, type FoundPassage } from '../dialogue'
import { answered, found, type BriefInput } from '../testing'
import { wordCount } from '../text'
import { answer } from './index'

const WATER = found(
  'Water is turned on in April. It is turned off in October. Sprinklers do not save water and are not allowed.',
  ['Water'],
)
const FEES = found(
  'Plot: Small; Yearly fee: £40.00; Deposit: £10.00\nPlot: Large; Yearly fee: £75.00; Deposit: £20.00',
  ['Fees'],
)
const KEYS = found(
  'Each holder gets one key.\nTo replace a lost key:\n1. Tell the warden.\n2. Pay £5.00 at the hut.\n3. Sign for the new key.\nKeys are never copied.',
  ['Keys'],
)
const ALL = [WATER, FEES, KEYS]

const ask = (question: string, brief: BriefInput = {}, passages: readonly FoundPassage[] = ALL): string =>
  answered(question, passages, brief).text

describe('answering from passages', () => {
  it('gives the sentence that answers, cited before its full stop', () => {
    expect(ask('When is the water turned on?')).toBe('Water is turned on in April [1].')
  })

  it('says a sentence that points back together with the one it points to', () => {
    expect(ask('When is the water turned off?')).toBe('Water is turned on in April. It is turned off in October [1].')
  })

  it('reads a table: the row and the column that are asked for', () => {
    expect(ask('What is the yearly fee for a large plot?')).toBe('For Large, the yearly fee is £75.00 [2].')
  })

  it('says the value under a header that is a name without making a thing of the name', () => {
    const cards = found('Ticket: Ten-trip card; Sula Holm: £54.00; Inchmore: £76.50', ['Cards'])
    expect(ask('How much is a ten-trip card to Inchmore?', {}, [cards])).toBe(
      'For ten-trip card, it is £76.50 (Inchmore) [1].',
    )
  })

  it('gives all steps in order, with the line that leads them in', () => {
    expect(ask('How do I replace a lost key?')).toBe(
      'To replace a lost key:\n1. Tell the warden.\n2. Pay £5.00 at the hut.\n3. Sign for the new key [3].',
    )
  })

  it('answers a pair’s question word for word', () => {
    const pair = found('Question: May I keep bees?\nAnswer: Two hives at most, away from the path.', [], 'Asked often')
    expect(ask('Can I keep bees?', {}, [...ALL, pair])).toBe('Two hives at most, away from the path [4].')
  })

  it('leaves citations out when the brief does not want them', () => {
    expect(ask('When is the water turned on?', { grounding: { cite: false } })).toBe('Water is turned on in April.')
  })
})

describe('not knowing', () => {
  it.each([
    ['another subject', 'Do you sell flower pots in winter?'],
    ['a name nobody wrote', 'When is the water turned on in Sydney?'],
    ['half of the question', 'Who invented the key and the steam engine?'],
    ['a day the book does not speak of', 'Is the water turned on at noon on Sundays?'],
  ])('says so in the brief’s words: %s', (_what, question) => {
    expect(ask(question)).toMatch(
      /^The book does not say\.(?: What (?:I do have near it is “\w+”(?: and “\w+”)?\.|comes nearest, under “\w+”: “[^”]+”))?$/,
    )
  })

  it('is not talked into an answer by having no passages', () => {
    expect(ask('When is the water turned on?', {}, [])).toBe('The book does not say.')
  })

  it('takes a shouted question for a question, not for names', () => {
    expect(ask('WHEN IS THE WATER TURNED ON?')).toContain('April')
  })
})

describe('the glossary', () => {
  it('lets people use their own words', () => {
    const glossary = [{ term: 'sprinkler', meaning: '', also: ['rainer'] }]
    expect(ask('Are rainers allowed?')).toBe('The book does not say.')
    expect(ask('Are rainers allowed?', { glossary })).toContain('are not allowed')
  })
})

describe('courtesies', () => {
  const brief = { identity: { name: 'Ada', role: 'the plot office' }, openers: { greeting: 'Welcome to the plots!' } }

  it('greets first in the brief’s own words, and does not repeat them later', () => {
    expect(ask('Hello', brief, [])).toBe('Welcome to the plots!')
    const later = answer([
      { role: 'system', content: compile(briefFrom(brief)).text },
      { role: 'user', content: 'Hello' },
      { role: 'assistant', content: 'Welcome to the plots!' },
      { role: 'user', content: 'Question: Hi again' },
    ])
    expect(later.text).not.toContain('Welcome to the plots!')
  })

  it('says who it is, and that it is a program', () => {
    expect(ask('Are you a robot?', brief, [])).toContain('I am Ada, the plot office. I am a program, not a person.')
  })

  it('thanks and parts in the register of the brief', () => {
    const formal = { manner: { dials: { formality: 90 } } }
    const casual = { manner: { dials: { formality: 10 } } }
    expect(ask('Thank you', formal, [])).not.toBe(ask('Thank you', casual, []))
    expect(ask('Bye', formal, [])).toMatch(/Goodbye|good day/)
  })
})

describe('manner', () => {
  const said = (dials: Record<string, number>) => ask('Are sprinklers allowed to save water?', { manner: { dials } })

  it('contracts when casual and spells out when formal, with the same facts', () => {
    expect(said({ formality: 10 })).toContain('don’t save water')
    expect(said({ formality: 90 })).toContain('do not save water')
  })

  it('adds a courtesy when warm and none when cool', () => {
    const warm = said({ warmth: 80, brevity: 50 })
    const cool = said({ warmth: 20, brevity: 50 })
    expect(wordCount(warm)).toBeGreaterThan(wordCount(cool))
    expect(warm).toContain(cool.split('.')[0])
  })

  it('says nothing before a refusal that sounds like a yes', () => {
    const questions = [
      'Are sprinklers allowed?',
      'May I use sprinklers?',
      'Can sprinklers be allowed?',
      'Sprinklers allowed?',
    ]
    for (const question of questions)
      for (const formality of [10, 50, 90]) {
        const said = ask(question, { manner: { dials: { warmth: 90, brevity: 40, formality } } })
        expect(said).toMatch(/(not|aren’t) allowed/)
        expect(said).not.toMatch(/^(of course|certainly|sure|yes|absolutely)/i)
      }
  })

  it('says less the shorter it is to be, and never the same thing twice', () => {
    const passages = [WATER, found('Water costs nothing. Water butts are welcome on every plot.', ['Water'])]
    const words = (brevity: number) => wordCount(ask('What about water?', { manner: { dials: { brevity } } }, passages))
    expect(words(90)).toBeLessThan(words(10))
    const twice = ask('When is water turned on?', { manner: { dials: { brevity: 10 } } }, [WATER, { ...WATER }])
    expect(twice.match(/April/g)).toHaveLength(1)
  })

  it('keeps the word limit by leaving out whole sentences, never by cutting one', () => {
    const brief = { manner: { dials: { brevity: 0, warmth: 95 }, format: { maxWords: 12, signOff: 'Happy digging!' } } }
    const text = withoutMarkers(ask('When is the water turned on?', brief))
    expect(wordCount(text)).toBeLessThanOrEqual(12)
    expect(text).toMatch(/[.!?]$/)
    expect(text).toContain('April')
  })
})

describe('rules', () => {
  const rules = (act: string, when = '') => ({ rules: [{ id: 'a', when, do: act }] })

  it('adds what must always be included', () => {
    expect(ask('When is the water turned on?', rules('Always include “Ask the warden.”'))).toBe(
      'Water is turned on in April [1]. Ask the warden.',
    )
  })

  it('does what a rule says only when it is called for', () => {
    const brief = rules('offer the key form', 'someone asks about a key')
    expect(ask('How do I replace a lost key?', brief)).toContain('Would you like the key form?')
    expect(ask('When is the water turned on?', brief)).not.toContain('key form')
  })

  it('never mentions what it must not, and rather says that it does not know', () => {
    expect(ask('Are sprinklers allowed?', rules('Never mention sprinklers.'))).toMatch(/^The book does not say\./)
    expect(ask('When is the water turned on?', rules('Never mention sprinklers.'))).toContain('April')
  })

  it('offers help when it does not know, if a rule says so', () => {
    expect(ask('Do you sell pots?', rules('offer to ask the warden', 'you do not know the answer'))).toBe(
      'The book does not say. Would you like me to ask the warden?',
    )
  })

  it('says in its notes which rules it applied and which it could not read', () => {
    const brief = briefFrom({
      rules: [
        { id: 'a', do: 'Never mention cats' },
        { id: 'b', do: 'glow' },
      ],
    })
    const { notes } = answer([
      { role: 'system', content: compile(brief).text },
      { role: 'user', content: questionMessage('When is the water turned on?', ALL) },
    ])
    expect(notes).toContainEqual({
      text: 'Rule applied: Always → never speak of cats',
      line: '- [always] Never mention cats',
    })
    expect(notes).toContainEqual({ text: 'Rule not read: glow', line: '- [always] glow' })
  })
})
