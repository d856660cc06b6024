import { describe, expect, it } from 'vitest'
import { read } from './index'

const blocksOf = async (text: string, name: string) => {
  const result = await read({ bytes: new TextEncoder().encode(text), name })
  if (!result.ok) throw new Error(result.problem.message)
  return result.document.blocks.map(({ kind, text: told }) => [kind, told])
}
const page = (body: string) => `<!doctype html><title>Help</title><main><h1>Help</h1>${body}</main>`

describe('questions with their answers', () => {
  it('joins each folded question of a page with all that unfolds under it', async () => {
    const folded = '<details><summary>May I fish?</summary><p>Yes.</p><ul><li>carp</li><li>pike</li></ul></details>'
    expect(await blocksOf(page(`<p>Our pond has rules.</p>${folded}<p>Goodbye.</p>`), 'help.html')).toEqual([
      ['heading', 'Help'],
      ['paragraph', 'Our pond has rules.'],
      ['pair', 'Question: May I fish?\nAnswer: Yes.\n- carp\n- pike'],
      ['paragraph', 'Goodbye.'],
    ])
  })

  it('says what a defined term is in one line, whether or not the list is grouped', async () => {
    const list = '<dl><dt>Bank</dt><dd>Where one stands.</dd><div><dt>Who pays?</dt><dd>The guest.</dd></div></dl>'
    expect(await blocksOf(page(list), 'help.html')).toEqual([
      ['heading', 'Help'],
      ['paragraph', 'Bank: Where one stands.'],
      ['pair', 'Question: Who pays?\nAnswer: The guest.'],
    ])
  })

  it('keeps what unfolds under a name that asks nothing as it is', async () => {
    const folded = '<details><summary>Prices</summary><p>A day is £6.</p><p>A week is £30.</p></details>'
    expect(await blocksOf(page(folded), 'help.html')).toEqual([
      ['heading', 'Help'],
      ['paragraph', 'Prices'],
      ['paragraph', 'A day is £6.'],
      ['paragraph', 'A week is £30.'],
    ])
  })

  it('reads a list of questions in any text', async () => {
    const text = '# Pond\n\nMay I fish?\n\nYes, with a card.\n\nFrom six on.\n\nAre dogs allowed?\n\nOn a lead.'
    expect(await blocksOf(text, 'pond.md')).toEqual([
      ['heading', 'Pond'],
      ['pair', 'Question: May I fish?\nAnswer: Yes, with a card.\nFrom six on.'],
      ['pair', 'Question: Are dogs allowed?\nAnswer: On a lead.'],
    ])
  })

  it('knows them by their marks', async () => {
    expect(await blocksOf('Q: May I swim?\n\nA: No, never.', 'pond.md')).toEqual([
      ['pair', 'Question: May I swim?\nAnswer: No, never.'],
    ])
  })

  it('leaves a single question in running text alone, and one that nothing answers', async () => {
    expect(await blocksOf('# Pond\n\nWhy fish?\n\nIt is quiet here.', 'pond.md')).toEqual([
      ['heading', 'Pond'],
      ['paragraph', 'Why fish?'],
      ['paragraph', 'It is quiet here.'],
    ])
    const open = '# Pond\n\nMay I fish?\n\nYes.\n\nAnything else?'
    expect((await blocksOf(open, 'pond.md')).at(-1)).toEqual(['paragraph', 'Anything else?'])
  })

  it('leaves speech alone: people ask in passing', async () => {
    const captions = 'WEBVTT\n\n00:01.000 --> 00:03.000\nIs it cold?\n\n00:09.000 --> 00:12.000\nWho knows?\n'
    expect((await blocksOf(captions, 'talk.vtt')).every(([kind]) => kind === 'paragraph')).toBe(true)
  })

  it('reads a page of deeply nested folds without falling over', async () => {
    const deep = `${'<details><summary>Why?</summary>'.repeat(900)}<p>So.</p>${'</details>'.repeat(900)}`
    expect(JSON.stringify(await blocksOf(page(deep), 'deep.html'))).toContain('So.')
  })
})
