import { describe, expect, it } from 'vitest'
import { askedOf, heldBy, namesIn } from './index'
import { stemSet } from '../../text'

const VIEW = { name: 'Fern', role: 'the desk of a library', audience: 'Readers.', glossary: [] }
const asked = (question: string, names: readonly string[] = []) => askedOf(question, VIEW, new Set(names))
const roles = (question: string) =>
  Object.fromEntries(asked(question).terms.map(({ word, role }) => [word, role] as const))

describe('a question taken apart', () => {
  it.each([
    ['a name inside a sentence must be found', 'When does Tarrant open?', { tarrant: 'name' }],
    ['what is asked for is the focus', 'What is the weight of the loom?', { weight: 'focus', loom: 'subject' }],
    ['so is what stands after a name', 'Which Android version is it?', { android: 'name', version: 'focus' }],
    ['words of form are light', 'How much does the course cost?', { course: 'subject', cost: 'light' }],
    ['unless nothing else is asked', 'How can I pay?', { pay: 'subject' }],
    ['figures are numbers', 'Can I bring 25 kg?', { '25': 'number', kg: 'number' }],
    [
      'lasting is only what is asked of a strike',
      'How long did the strike last?',
      { strike: 'subject', last: 'light' },
    ],
  ])('%s: %s', (_what, question, expected) => expect(roles(question)).toMatchObject(expected))

  it('reads a label with a hyphen as one thing', () => {
    expect(asked('What does W-20 mean?').terms.map((term) => term.stem)).toContain('w20')
    expect(asked('What does W-20 mean?').terms.map((term) => term.word)).not.toContain('20')
  })

  it('knows what is to be done, and to what', () => {
    const { terms } = asked('How do I change the logo of the club?')
    expect(terms.find((term) => term.isDone)?.word).toBe('change')
    expect(terms.find((term) => term.isObject)?.word).toBe('logo')
    expect(asked('Can I bring my dog inside?').terms.find((term) => term.isObject)?.word).toBe('dog')
  })

  it('lets what the agent is all about go without saying', () => {
    const [library, card] = ['library', 'card'].map((word) =>
      asked('Does the library lend a card?').terms.find((term) => term.word === word),
    )
    expect(library).toMatchObject({ isAmbient: true })
    expect(card!.weight).toBeGreaterThan(library!.weight)
  })

  it('counts a new thing as the thing first', () => {
    const { terms } = asked('Where is the new hall?')
    expect(terms.find((term) => term.word === 'new')!.weight).toBeLessThan(
      terms.find((term) => term.word === 'hall')!.weight,
    )
  })

  it('keeps days and months apart from the words', () => {
    const { days, months, terms } = asked('Is it open on Sundays in winter?')
    expect([...days]).toEqual([6])
    expect([...months]).toEqual([12, 1, 2])
    expect(terms.map((term) => term.word)).not.toContain('winter')
  })
})

describe('the forms of a term', () => {
  const share = (question: string, word: string, text: string) =>
    heldBy(
      asked(question).terms.find((term) => term.word === word)!,
      stemSet(text),
    )

  it('count less the further they are from the word itself', () => {
    const [own, same, kind] = [
      share('Is my cat allowed?', 'cat', 'Cats stay outside.'),
      share('Is my kitten allowed?', 'kitten', 'Cats stay outside.'),
      share('Is my cat allowed?', 'cat', 'Pets stay outside.'),
    ]
    expect(own).toBe(1)
    expect(same).toBeLessThan(own)
    expect(kind).toBeLessThan(same)
    expect(share('Is my cat allowed?', 'cat', 'Plants stay outside.')).toBe(0)
  })

  it('join a verb with its particle, and with what is said for both', () => {
    expect(share('When does the pass run out?', 'run', 'It will run out soon.')).toBe(1)
    expect(share('When does the pass run out?', 'run', 'The pass expires in May.')).toBeGreaterThan(0.8)
  })

  it('take a surname for the whole name', () => {
    const martha = asked('What did Martha Quill do?').terms.find((term) => term.word === 'martha')!
    expect(heldBy(martha, stemSet('Quill opened a school.'))).toBeGreaterThan(0)
    expect(heldBy(martha, stemSet('Thorne built bridges.'))).toBe(0)
  })
})

describe('names', () => {
  it('are what texts write with a capital inside sentences and never without', () => {
    const names = namesIn([
      'The mill in Tarrant was Josiah Pellew’s. The Wheel turned.',
      'A wheel turns. On Monday it stops.',
    ])
    expect([...names].sort()).toEqual(['josiah', 'pellew', 'tarrant'])
  })
})
