import { describe, expect, it } from 'vitest'
import { fieldsOf, proposedOf, withField } from './editFields'
import { noteInWords } from './marks'

const rule = { id: 'n-rule', when: 'someone asks about fees', do: 'say “Ask Mara.”', strength: 'always', like: [] }
const brief = proposedOf({
  target: 'brief',
  edit: [
    { op: 'test', path: '/manner/format/maxWords', value: 90 },
    { op: 'replace', path: '/manner/format/maxWords', value: 40 },
    { op: 'add', path: '/rules/n-rule', value: rule },
  ],
})

describe('a proposal that is altered before it is accepted', () => {
  it('shows its texts and numbers by the names the screen has for them, and no test of what stands there', () => {
    expect(fieldsOf(brief).map(({ label, value }) => [label, value])).toEqual([
      ['Longest answer in words', '40'],
      ['When', 'someone asks about fees'],
      ['Do', 'say “Ask Mara.”'],
    ])
    const pair = proposedOf({ target: 'library', edit: { kind: 'pair', question: 'Who?', answer: 'Mara.' } })
    expect(fieldsOf(pair).map(({ label }) => label)).toEqual(['Question', 'Answer'])
  })

  it('takes what is written, and leaves the rest and the proposal itself as they were', () => {
    const [words, , does] = fieldsOf(brief)
    const altered = withField(withField(brief, does!, 'say “Ask Ben.”'), words!, 'many')
    expect(fieldsOf(altered).map(({ value }) => value)).toEqual(['40', 'someone asks about fees', 'say “Ask Ben.”'])
    expect(fieldsOf(brief)[2]!.value).toBe('say “Ask Mara.”')
  })

  it('of two together has the fields of both', () => {
    const both = proposedOf({
      target: 'both',
      edit: [brief, proposedOf({ target: 'library', edit: { kind: 'weight', sourceId: 's', was: 1, weight: 0.4 } })],
    })
    expect(fieldsOf(both).map(({ label }) => label)).toEqual(['Longest answer in words', 'When', 'Do', 'Counts'])
  })
})

describe('a note in a line', () => {
  it.each([
    [{ wrong: 'Too stiff.', marks: ['wrong'], wanted: '' }, 'Too stiff.'],
    [{ wrong: '', marks: ['wrong', 'tooLong'], wanted: '' }, 'wrong, too long'],
    [{ wrong: ' ', marks: [], wanted: 'Dogs go free.' }, 'wanted: Dogs go free.'],
  ] as const)('%j', (note, words) => expect(noteInWords(note)).toBe(words))
})
