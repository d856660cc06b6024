import { parseHTML } from 'linkedom'
import { describe, expect, it } from 'vitest'
import { blocksOf, drawReply, partsOf } from './reply'

describe('a reply on the visitor’s page', () => {
  it('is parted into paragraphs and lists', () => {
    expect(blocksOf('Bring:\n1. a lead\n2. a can\nThanks.')).toEqual([
      { kind: 'paragraph', text: 'Bring:' },
      { kind: 'list', ordered: true, items: ['a lead', 'a can'] },
      { kind: 'paragraph', text: 'Thanks.' },
    ])
  })

  it('shows a table as a table, its line of dashes left out', () => {
    expect(blocksOf('Here:\n| Fare | Price |\n| --- | --- |\n| Adult | £9.00 [1] |')).toEqual([
      { kind: 'paragraph', text: 'Here:' },
      {
        kind: 'table',
        rows: [
          ['Fare', 'Price'],
          ['Adult', '£9.00 [1]'],
        ],
      },
    ])
  })

  it('has its citation markers apart from its text', () => {
    expect(partsOf('Dogs are free [1]. Cats too [12].')).toEqual(['Dogs are free', 1, '. Cats too', 12, '.'])
  })

  it('is only ever text: markup a model says is shown, not run', () => {
    const { document } = parseHTML('<html><body><div></div></body></html>')
    Object.assign(globalThis, { document })
    const into = document.querySelector('div') as unknown as HTMLElement
    drawReply(into, '<img src=x onerror=alert(1)> [1]', [
      {
        marker: 1,
        sourceTitle: '"><script>',
        quote: '',
        headings: [],
        locator: { kind: 'line', line: 1, label: 'line 1' },
      },
    ])
    expect(into.querySelector('img')).toBeNull()
    expect(into.querySelector('script')).toBeNull()
    expect(into.textContent).toContain('<img src=x onerror=alert(1)>')
    expect(into.querySelectorAll('button.marker')).toHaveLength(1)
    Reflect.deleteProperty(globalThis, 'document')
  })
})
