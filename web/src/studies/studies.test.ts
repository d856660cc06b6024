import { describe, expect, it } from 'vitest'
import { comparisonAsCsv } from './csv'
import { studyInWords } from './kinds'

const answer = (reply: string) => ({ reply, outcome: 'answered', words: 2, checks: 1, held: 1, tookMs: 9 })

describe('a comparison as a table', () => {
  it('holds both answers and the vote, with quotes doubled and no formulas', () => {
    const line = {
      scriptId: 's',
      title: 'Dogs',
      say: '=1+1, "really"?',
      one: answer('Yes.'),
      other: answer('No,\nnever.'),
      isSame: false,
    }
    const csv = comparisonAsCsv(
      { kind: 'compare', one: 'the draft', other: 'edition 1', lines: [line] },
      { 0: 'other' },
    )
    const [head, row] = csv.split('\r\n')
    expect(head).toMatch(/^script,line,the draft,the draft: words/)
    expect(row).toBe(`Dogs,"'=1+1, ""really""?",Yes.,2,1,1,9,"No,\nnever.",2,1,1,9,edition 1`)
  })
})

describe('a study in words', () => {
  it.each([
    [{ kind: 'effects' }, 'what each line does'],
    [{ kind: 'bisect', question: 'Dogs?', before: [], check: { kind: 'handsOver' } }, 'Dogs?'],
    [{ kind: 'compare', one: 'draft', other: { edition: 2 }, questions: [] }, 'the draft and edition 2'],
    [{ kind: 'compare', one: { revision: 3 }, other: { model: null }, questions: [] }, 'revision 3 and another model'],
  ] as const)('%j', (request, words) => expect(studyInWords({ request: request as never })).toBe(words))
})
