import { describe, expect, it } from 'vitest'
import { readSite, stylesheetsOf } from './index'

const site = (head: string, body = '', ...sheets: string[]) =>
  readSite({ url: 'https://www.harbour.example/home', html: `<head>${head}</head><body>${body}</body>`, sheets })

describe('the look of a site', () => {
  it('has the colour of its buttons and header first, and what it is written on', () => {
    const { accents, paper } = site(
      '',
      '',
      'body { background: #fbf8f2; color: #222 } header { background: #12476b } .button { background: #12476b } aside { border: 1px solid #aa3311 }',
    )
    expect(accents).toEqual(['#12476b', '#aa3311'])
    expect(paper).toBe('#fbf8f2')
  })

  it('follows custom properties, also through one another, and never in a ring', () => {
    const { accents } = site(
      '<style>:root { --brand: var(--sea); --sea: hsl(200 70% 30%); --a: var(--b); --b: var(--a) } nav { background: var(--brand) } p { color: var(--a) }</style>',
    )
    expect(accents[0]).toBe('#175e82')
  })

  it('counts the colour a page gives browsers, and puts what is hard to read on its paper last', () => {
    const { accents } = site(
      '<meta name="theme-color" content="#ffd83a">',
      '',
      'body { background: #fff } a { color: rgb(160, 20, 60) }',
    )
    expect(accents).toEqual(['#a0143c', '#ffd83a'])
  })

  it('takes no greys for accents, and nothing from styles for paper or for the dark', () => {
    const { accents, paper } = site(
      '',
      '',
      '@media print { body { background: #123456 } } @media (prefers-color-scheme: dark) { body { background: #000011 } a { color: #99ccff } } h1 { color: #333 }',
    )
    expect(accents).toEqual([])
    expect(paper).toBeNull()
  })

  it.each([
    ['body { font-family: Georgia, serif }', 'serif'],
    ['body { font: 16px/1.5 "Harbour Grotesk", sans-serif }', 'sans'],
    ['h1 { font-family: serif }', null],
  ])('tells its letters: %s', (sheet, font) => expect(site('', '', sheet).font).toBe(font))

  it('finds its logo by name before its icons, and an inline drawing too', () => {
    const { logos } = site(
      '<link rel="icon" href="/icon.png">',
      '<header><img src="img/our-logo.svg" alt=""><svg viewBox="0 0 8 8"><path d="M0 0h8v8z"/></svg></header>',
    )
    expect(logos[0]).toBe('https://www.harbour.example/img/our-logo.svg')
    expect(logos[1]).toMatch(/^data:image\/svg\+xml,/)
    expect(logos.at(-1)).toBe('https://www.harbour.example/icon.png')
  })

  it('reads what nobody should have written, without failing', () => {
    expect(() =>
      site('<style>body { background: ; } } {{ a:: }</style>', '<p', '@import url(; b{color:#12', '\0'),
    ).not.toThrow()
  })

  it('names the stylesheets of a page, whole', () => {
    const html = '<link rel="stylesheet" href="/a.css"><link rel="stylesheet" media="print" href="/p.css">'
    expect(stylesheetsOf(html, 'https://www.harbour.example/x/')).toEqual(['https://www.harbour.example/a.css'])
  })
})
