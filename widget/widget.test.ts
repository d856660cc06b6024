import { parseHTML } from 'linkedom'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { drawReply } from './reply'

const citation = {
  marker: 1,
  sourceTitle: '"><script>',
  quote: '',
  headings: [],
  locator: { kind: 'line' as const, line: 1, label: 'line 1' },
}
let page: Document
beforeAll(() => {
  page = parseHTML('<html><body></body></html>').document as unknown as Document
  Object.assign(globalThis, { document: page })
})
afterAll(() => void Reflect.deleteProperty(globalThis, 'document'))

function drawn(reply: string): HTMLElement {
  const into = page.createElement('div')
  drawReply(into, reply, [citation])
  return into
}

describe('a reply on the visitor’s page', () => {
  it('has its paragraphs, lists and tables', () => {
    const into = drawn('Bring:\n1. a **lead**\n2. a can\n\n| Fare | Price |\n| --- | --- |\n| Adult | £9 |')
    expect([...into.children].map((each) => each.tagName)).toEqual(['P', 'OL', 'DIV'])
    expect(into.querySelector('ol strong')?.textContent).toBe('lead')
    expect([...into.querySelectorAll('th, td')].map((cell) => cell.textContent)).toEqual([
      'Fare',
      'Price',
      'Adult',
      '£9',
    ])
  })

  it('goes on counting where a list goes on', () => {
    expect(drawn('3. then\n4. last').querySelector('ol')?.getAttribute('start')).toBe('3')
  })

  it('has a button for each source it cites, and none for a number that is no source', () => {
    const into = drawn('Dogs are free [1]. Cats too [7].')
    expect([...into.querySelectorAll('button.marker')].map((each) => each.textContent)).toEqual(['1'])
    expect(into.textContent).toBe('Dogs are free1. Cats too.')
  })

  it('leads outside only by safe links, in a window of their own', () => {
    const link = drawn('See [the fares](https://ferry.example/fares).').querySelector('a')!
    expect(link.getAttribute('href')).toBe('https://ferry.example/fares')
    expect(link.getAttribute('rel')).toContain('noopener')
    expect(drawn('[here](javascript:alert(1))').querySelector('a')).toBeNull()
  })

  it('runs from right to left where its script does', () => {
    expect(drawn('שלום').querySelector('p')?.getAttribute('dir')).toBe('auto')
  })

  it('is only ever text: markup a model says is shown, not run', () => {
    const into = drawn('<img src=x onerror=alert(1)> [1]')
    expect(into.querySelector('img')).toBeNull()
    expect(into.querySelector('script')).toBeNull()
    expect(into.textContent).toContain('<img src=x onerror=alert(1)>')
  })
})
