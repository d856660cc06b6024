import { describe, expect, it } from 'vitest'
import { studyInWords } from './kinds'

describe('a study in words', () => {
  it.each([
    [{ kind: 'effects' }, 'what each line does'],
    [{ kind: 'bisect', question: 'Dogs?', before: [], check: { kind: 'handsOver' } }, 'Dogs?'],
    [{ kind: 'compare', one: 'draft', other: { edition: 2 }, questions: [] }, 'the draft and edition 2'],
    [{ kind: 'compare', one: { revision: 3 }, other: { model: null }, questions: [] }, 'revision 3 and another model'],
  ] as const)('%j', (request, words) => expect(studyInWords({ request: request as never })).toBe(words))
})
