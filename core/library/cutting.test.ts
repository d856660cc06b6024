import { describe, expect, it } from 'vitest'
import { CUTTING, passagesOf, read, type Cutting } from './index'

const TEXT = `# Site rules

## Water

Water is free from April on. Nobody uses a sprinkler. Hoses are kept short.

## Sheds

- no glass
- no locks
`

const cut = async (cutting: Partial<Cutting>) => {
  const result = await read({ bytes: new TextEncoder().encode(TEXT), name: 'rules.md' })
  if (!result.ok) throw new Error(result.problem.message)
  return passagesOf(result.document, { ...CUTTING, ...cutting })
}
const texts = async (cutting: Partial<Cutting>) => (await cut(cutting)).map((passage) => passage.text)

describe('how a document is cut', () => {
  it('by structure: one passage under each heading', async () => {
    expect(await texts({})).toEqual([
      'Water is free from April on. Nobody uses a sprinkler. Hoses are kept short.',
      '- no glass\n- no locks',
    ])
  })

  it('by row: each paragraph and item for itself, under its headings', async () => {
    const passages = await cut({ by: 'row' })
    expect(passages.map((passage) => passage.text)).toHaveLength(3)
    expect(passages[2]).toMatchObject({ text: '- no locks', headings: ['Site rules', 'Sheds'], ordinal: 2 })
  })

  it('by sentence', async () => {
    expect(await texts({ by: 'sentence' })).toEqual([
      'Water is free from April on.',
      'Nobody uses a sprinkler.',
      'Hoses are kept short.',
      '- no glass',
      '- no locks',
    ])
  })

  it('by size: as near to it as sentences allow, over headings', async () => {
    expect(await texts({ by: 'size', target: 60 })).toEqual([
      'Water is free from April on. Nobody uses a sprinkler.',
      'Hoses are kept short.\n- no glass\n- no locks',
    ])
  })

  it('with an overlap, a passage begins with the end of the one before it under the same heading', async () => {
    expect(await texts({ by: 'sentence', overlap: 30 })).toEqual([
      'Water is free from April on.',
      'Water is free from April on.\nNobody uses a sprinkler.',
      'Nobody uses a sprinkler.\nHoses are kept short.',
      '- no glass',
      '- no glass\n- no locks',
    ])
  })
})
