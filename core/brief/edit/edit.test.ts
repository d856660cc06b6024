import { describe, expect, it } from 'vitest'
import { briefFrom, type Brief } from '../index'
import { applyEdit, editBetween, editOf, inverse, touches } from './index'

const brief = briefFrom({
  rules: [
    { id: 'one', do: 'Say one.' },
    { id: 'two', do: 'Say two.' },
    { id: 'three', do: 'Say three.' },
  ],
  glossary: [{ term: 'mooring', meaning: 'A place to tie up.' }],
  manner: { format: { maxWords: 90 }, samples: ['Aye.'] },
})
const after = (base: Brief, edit: ReturnType<typeof editOf>) => {
  const result = applyEdit(base, edit)
  if (!result.ok) throw new Error(result.problem)
  return result.brief
}
const doing = (base: Brief) => base.rules.map((rule) => rule.do)

describe('an edit of a brief', () => {
  it('names entries by their ids, and so fits after others were added or moved', () => {
    const edit = editOf(brief, (draft) => (draft.rules[1]!.do = 'Say 2.'))
    expect(edit.at(-1)).toEqual({ op: 'replace', path: '/rules/two/do', value: 'Say 2.' })
    const moved = briefFrom({ ...brief, rules: [brief.rules[2]!, brief.rules[1]!, brief.rules[0]!] })
    expect(doing(after(moved, edit))).toEqual(['Say three.', 'Say 2.', 'Say one.'])
  })

  it('is told, not forced, where somebody changed the same thing meanwhile', () => {
    const edit = editOf(brief, (draft) => (draft.manner.format.maxWords = 40))
    const elsewhere = after(
      brief,
      editOf(brief, (draft) => (draft.manner.format.maxWords = 60)),
    )
    expect(applyEdit(elsewhere, edit)).toEqual({
      ok: false,
      problem: 'Longest answer in words was changed since: this edit was made when it read 90.',
    })
    const without = after(
      brief,
      editOf(brief, (draft) => draft.rules.splice(0, 1)),
    )
    const onRule = editOf(brief, (draft) => (draft.rules[0]!.enabled = false))
    expect(applyEdit(without, onRule)).toMatchObject({ problem: expect.stringContaining('no longer there') })
  })

  it('adds at the end, takes out, and moves', () => {
    const edit = editOf(brief, (draft) => {
      draft.rules.splice(0, 1)
      draft.rules.push({ ...draft.rules[0]!, id: 'four', do: 'Say four.' })
    })
    expect(doing(after(brief, edit))).toEqual(['Say two.', 'Say three.', 'Say four.'])
    expect(edit.some(({ path }) => path.startsWith('/order'))).toBe(false)
    const turned = editOf(brief, (draft) => draft.rules.reverse())
    expect(doing(after(brief, turned))).toEqual(['Say three.', 'Say two.', 'Say one.'])
  })

  it('can be taken back, and two edits of different places go together', () => {
    const first = editOf(brief, (draft) => draft.rules.splice(1, 1))
    const second = editOf(brief, (draft) => (draft.manner.samples = ['Aye.', 'Welcome aboard.']))
    const both = after(after(brief, first), second)
    expect(both.manner.samples).toHaveLength(2)
    const back = after(after(brief, first), inverse(brief, first))
    expect(back.rules.map(({ id }) => id).sort()).toEqual(['one', 'three', 'two'])
    expect(editBetween(brief, brief)).toEqual([])
  })

  it('is refused when it would make the brief invalid, by the name of the field', () => {
    const bad = applyEdit(brief, [{ op: 'replace', path: '/manner/format/maxWords', value: 'many' }])
    expect(bad).toMatchObject({ ok: false, problem: expect.stringMatching(/^Longest answer in words: /) })
    const outside = applyEdit(brief, [{ op: 'replace', path: '/nowhere/at/all', value: 1 }])
    expect(outside.ok).toBe(false)
  })

  it('makes what it changed the designer’s own', () => {
    const drafted = briefFrom({ ...brief, drafted: ['manner.format.maxWords', 'purpose.job'] })
    const edit = editOf(drafted, (draft) => (draft.manner.format.maxWords = 40))
    expect(after(drafted, edit).drafted).toEqual(['purpose.job'])
  })

  it('tells which entries it touches', () => {
    const edit = editOf(brief, (draft) => draft.rules.splice(0, 1))
    expect([touches(edit, 'rules', 'one'), touches(edit, 'rules', 'two')]).toEqual([true, false])
  })
})

describe('ids of entries', () => {
  it('are made from what an entry says where it has none, and never twice', () => {
    const made = briefFrom({
      glossary: [{ term: 'Quay fee' }, { term: 'quay fee' }, { id: 'mine', term: 'Bollard' }],
      rules: [
        { id: 'same', do: 'Say one.' },
        { id: 'same', do: 'Say two.' },
      ],
    })
    expect(made.glossary.map(({ id }) => id)).toEqual(['quay-fee', 'quay-fee-2', 'mine'])
    expect(made.rules.map(({ id }) => id)).toEqual(['same', 'same-2'])
  })
})
