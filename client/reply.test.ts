import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { blocksOf, safeAddress, type Inline, type ReplyBlock } from './reply'

/** A reply as one reads it, with what each piece is in brackets. */
const told = (inlines: readonly Inline[]): string =>
  inlines
    .map((each) => {
      if (each.kind === 'marker') return `{${each.marker}}${each.stop}`
      if (each.kind === 'break') return '⏎'
      if ('inlines' in each) return `<${each.kind}${'href' in each ? ` ${each.href}` : ''}>${told(each.inlines)}</>`
      return each.kind === 'code' ? `<code>${each.text}</>` : each.text
    })
    .join('')
const shown = (block: ReplyBlock): unknown => {
  if ('inlines' in block) return [block.kind, told(block.inlines)]
  if (block.kind === 'list') return ['list', block.start, block.items.map((item) => item.map(shown))]
  if (block.kind === 'table') return ['table', block.rows.map((row) => row.map(told))]
  return block.kind === 'quote' ? ['quote', block.blocks.map(shown)] : [block.kind, 'text' in block ? block.text : '']
}
const read = (reply: string) => blocksOf(reply).map(shown)

describe('a reply', () => {
  it('is paragraphs and lists, also with round bullets', () => {
    expect(read('Bring:\n1. a lead\n2. a can\n\nThanks.')).toEqual([
      ['paragraph', 'Bring:'],
      ['list', 1, [[['paragraph', 'a lead']], [['paragraph', 'a can']]]],
      ['paragraph', 'Thanks.'],
    ])
    expect(read('• one\n• two')).toEqual([['list', undefined, [[['paragraph', 'one']], [['paragraph', 'two']]]]])
  })

  it('keeps its line breaks', () => {
    expect(read('Quay Street 4\nOpen on Sundays')).toEqual([['paragraph', 'Quay Street 4⏎Open on Sundays']])
  })

  it('has bold, slanted and code, links and bare addresses', () => {
    expect(read('A **day** *pass*: `DP1`, see [fares](https://a.example/f) or www.a.example.')).toEqual([
      [
        'paragraph',
        'A <strong>day</> <emphasis>pass</>: <code>DP1</>, see <link https://a.example/f>fares</> or ' +
          '<link http://www.a.example>www.a.example</>.',
      ],
    ])
  })

  it('has tables, their line of dashes left out', () => {
    expect(read('| Fare | Price |\n| --- | --- |\n| Adult | £9.00 [1] |')).toEqual([
      [
        'table',
        [
          ['Fare', 'Price'],
          ['Adult', '£9.00{1}'],
        ],
      ],
    ])
  })

  it('has blocks of code, quotes and headings', () => {
    expect(read('# Fares\n> As written\n```\nif (a) b\n```')).toEqual([
      ['heading', 'Fares'],
      ['quote', [['paragraph', 'As written']]],
      ['code', 'if (a) b'],
    ])
  })

  it('has its citation markers apart from its text, the stop with them', () => {
    expect(read('Dogs are free [1]. Cats too [12]')).toEqual([['paragraph', 'Dogs are free{1}. Cats too{12}']])
  })

  it('never becomes markup: HTML stays text, pictures are their description, odd links only words', () => {
    expect(read('<img src=x onerror=alert(1)> ![a map](https://evil.example/t.png)')).toEqual([
      ['paragraph', '<img src=x onerror=alert(1)> a map'],
    ])
    expect(read('<script>alert(1)</script>')).toEqual([['paragraph', '<script>alert(1)</script>']])
    expect(read('[pay](javascript:alert(1)) [file](data:text/html,x)')).toEqual([['paragraph', 'pay file']])
  })

  it('is not taken for more than it says: sums, names with bars, lone dashes', () => {
    expect(read('3 * 4 * 5 is 60, my_file_name')).toEqual([['paragraph', '3 * 4 * 5 is 60, my_file_name']])
    expect(read('Fares\n-----')).not.toContainEqual(['heading', 'Fares'])
  })

  it('tells where each text stands in it', () => {
    const reply = 'Yes.\n\n- Dogs **travel** free [1].'
    const texts = (blocks: readonly ReplyBlock[]): (Inline & { kind: 'text' })[] =>
      blocks.flatMap((block) =>
        block.kind === 'list' ? block.items.flatMap(texts) : 'inlines' in block ? flat(block.inlines) : [],
      )
    const flat = (inlines: readonly Inline[]): (Inline & { kind: 'text' })[] =>
      inlines.flatMap((each) => (each.kind === 'text' ? [each] : 'inlines' in each ? flat(each.inlines) : []))
    for (const { text, from } of texts(blocksOf(reply))) expect(reply.slice(from, from + text.length)).toBe(text)
    expect(texts(blocksOf(reply)).map(({ text }) => text)).toEqual(['Yes.', 'Dogs ', 'travel', ' free'])
  })

  it('can be read whatever a model says', () => {
    fc.assert(fc.property(fc.string({ unit: 'grapheme' }), (reply) => Array.isArray(blocksOf(reply))))
  })
})

describe('an address a click may lead to', () => {
  it('is on the web, a mailbox or a telephone', () => {
    expect(safeAddress('https://a.example/x')).toBe('https://a.example/x')
    expect(safeAddress('www.a.example')).toBe('https://www.a.example')
    expect(safeAddress('mailto:a@b.example')).toBe('mailto:a@b.example')
    expect(safeAddress('tel:+441234')).toBe('tel:+441234')
  })

  it('is nothing else', () => {
    for (const url of [
      'javascript:alert(1)',
      ' javascript:alert(1)',
      'data:text/html,x',
      '/logout',
      'file:///etc/passwd',
    ])
      expect(safeAddress(url)).toBeUndefined()
  })
})
