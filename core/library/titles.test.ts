import { describe, expect, it } from 'vitest'
import { readable, type Block } from './document'

const block = (kind: Block['kind'], text: string): Block =>
  ({ kind, text, locator: { kind: 'line', line: 1, label: 'line 1' } }) as Block
const BLOCKS = [block('heading', 'House rules'), block('paragraph', 'Doors close at ten.')]
const titled = (title: string, blocks = BLOCKS, name = 'scans/house_rules-2026.pdf') => {
  const result = readable(title, blocks, name)
  return result.ok ? result.document.title : undefined
}

describe('the title of a document', () => {
  it('is the one it says it has', () => {
    expect(titled('Rules of the house')).toBe('Rules of the house')
    expect(titled('Microsoft Word - Rules of the house')).toBe('Rules of the house')
  })

  it.each([
    '',
    '   ',
    'about:blank',
    'Untitled',
    'untitled 3',
    'Unbenannt',
    'Document1',
    'C:\\\\tmp\\\\rules.docx',
    '/home/ana/rules.tex',
    'rules-final.docx',
    'https://club.example/print?id=7',
  ])('is its first heading where it says “%s”, which tells nothing', (title) =>
    expect(titled(title)).toBe('House rules'),
  )

  it('is its file name where it has no heading either', () => {
    expect(titled('about:blank', [BLOCKS[1]!])).toBe('house rules 2026')
  })

  it('may speak of documents, titles and addresses all the same', () => {
    expect(titled('Document retention')).toBe('Document retention')
    expect(titled('Title deeds')).toBe('Title deeds')
    expect(titled('About blank forms')).toBe('About blank forms')
  })
})
