import { describe, expect, it } from 'vitest'
import { applyEdits, edited, type Edit } from './index'

const read = (...texts: string[]) =>
  texts.map((text, ordinal) =>
    edited({
      ordinal,
      text,
      headings: ['Plots'],
      locator: { kind: 'line', line: ordinal + 1, label: `line ${ordinal + 1}` },
    }),
  )
const after = (texts: string[], ...edits: Edit[]) => applyEdits(read(...texts), edits)

describe('editing passages by hand', () => {
  it('corrects a text and keeps what was read', () => {
    const { passages } = after(['Rent is £63.'], {
      kind: 'correct',
      passage: 'Rent is £63.',
      nth: 0,
      text: ' Rent is £36. ',
    })
    expect(passages[0]).toMatchObject({ text: 'Rent is £36.', original: 'Rent is £63.', headings: ['Plots'] })
  })

  it('keeps the text as read through a second correction, and forgets it when the text is as read again', () => {
    const twice = after(
      ['a b'],
      { kind: 'correct', passage: 'a b', nth: 0, text: 'a c' },
      { kind: 'correct', passage: 'a c', nth: 0, text: 'a d' },
    )
    expect(twice.passages[0]).toMatchObject({ text: 'a d', original: 'a b' })
    const back = applyEdits(twice.passages, [{ kind: 'correct', passage: 'a d', nth: 0, text: 'a b' }])
    expect(back.passages[0]).toMatchObject({ text: 'a b', original: null })
  })

  it('excludes a passage and restores it', () => {
    const out = after(['one', 'two'], { kind: 'exclude', passage: 'two', nth: 0 })
    expect(out.passages.map((each) => each.isExcluded)).toEqual([false, true])
    expect(applyEdits(out.passages, [{ kind: 'restore', passage: 'two', nth: 0 }]).passages[1]!.isExcluded).toBe(false)
  })

  it('splits a passage, joins two, and numbers the passages anew', () => {
    const split = after(['Water is free. Rent is not.', 'last'], {
      kind: 'split',
      passage: 'Water is free. Rent is not.',
      nth: 0,
      at: 15,
    })
    expect(split.passages.map(({ ordinal, text }) => [ordinal, text])).toEqual([
      [0, 'Water is free.'],
      [1, 'Rent is not.'],
      [2, 'last'],
    ])
    const joined = applyEdits(split.passages, [
      { kind: 'join', passage: 'Water is free.', nth: 0, next: 'Rent is not.' },
    ])
    expect(joined.passages[0]).toMatchObject({ text: 'Water is free. Rent is not.', original: null })
    const other = applyEdits(read('one', 'two'), [{ kind: 'join', passage: 'one', nth: 0, next: 'two' }])
    expect(other.passages).toMatchObject([{ text: 'one\ntwo', original: 'one\ntwo' }])
  })

  it('tells passages of the same text apart by which of them it was', () => {
    const { passages } = after(['same', 'same'], { kind: 'correct', passage: 'same', nth: 1, text: 'other' })
    expect(passages.map((each) => each.text)).toEqual(['same', 'other'])
  })

  it('gives back the edits whose passage is not there any more, and those that would leave nothing', () => {
    const gone: Edit = { kind: 'exclude', passage: 'gone', nth: 0 }
    const empty: Edit = { kind: 'correct', passage: 'here', nth: 0, text: '  ' }
    const atEdge: Edit = { kind: 'split', passage: 'here', nth: 0, at: 0 }
    const notNext: Edit = { kind: 'join', passage: 'here', nth: 0, next: 'gone' }
    const { passages, lost } = after(['here'], gone, empty, atEdge, notNext)
    expect(passages.map((each) => each.text)).toEqual(['here'])
    expect(lost).toEqual([gone, empty, atEdge, notNext])
  })
})
