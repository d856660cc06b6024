import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'

/** The look is held in one place: components take it from the tokens, and turn at the same three widths. */
const root = fileURLToPath(new URL('..', import.meta.url))
const files = readdirSync(root, { recursive: true, encoding: 'utf8' })
const read = (name: string) => readFileSync(join(root, name), 'utf8')
const styleOf = (name: string) =>
  name.endsWith('.css')
    ? read(name)
    : [...read(name).matchAll(/<style[^>]*>([\s\S]*?)<\/style>/g)].map((m) => m[1]).join('\n')
const styled = files.filter((name) => /\.(?:vue|css)$/.test(name) && name !== 'design/element/base.css')
const tokens = read('design/tokens.css')
/** Lines of all styles that match, with the file each stands in. */
const linesLike = (pattern: RegExp, but: (name: string) => boolean = () => false) =>
  styled
    .filter((name) => !but(name))
    .flatMap((name) =>
      styleOf(name)
        .split('\n')
        .filter((line) => pattern.test(line))
        .map((line) => `${name}: ${line.trim()}`),
    )

describe('the styles', () => {
  it('have their colours from the tokens', () => {
    expect(linesLike(/#[0-9a-f]{3,8}\b|rgba?\(/i, (name) => name === 'design/tokens.css')).toEqual([])
  })

  it('have their spacing from the tokens', () => {
    expect(linesLike(/^\s*gap:.*[4-9]px|^\s*gap:.*\d\dpx/)).toEqual([])
    expect(
      linesLike(/^\s*(?:margin|padding)[\w-]*:[^;]*\b(?:[8-9]|\d\d)px/, (name) => name.startsWith('design/')),
    ).toEqual([])
  })

  it('have their sizes of type from the tokens', () => {
    expect(linesLike(/^\s*font(?:-size)?:[^;]*\d(?:px|rem)/, (name) => name === 'design/tokens.css')).toEqual([])
  })

  it('turn at three widths', () => {
    const widths = styled.flatMap((name) => [...styleOf(name).matchAll(/\(width (?:<|>=) (\d+)px\)/g)].map((m) => m[1]))
    expect([...new Set(widths)].sort()).toEqual(['1180', '720', '960'])
    expect(linesLike(/(?:min|max)-width: \d+px\)/)).toEqual([])
  })

  it('use no token that is not there', () => {
    const known = new Set([...tokens.matchAll(/(--[\w-]+):/g)].map((m) => m[1]))
    const own = new Set(styled.flatMap((name) => [...read(name).matchAll(/['"\s{](--[\w-]+)['"]?:/g)].map((m) => m[1])))
    const used = styled.flatMap((name) =>
      [...read(name).matchAll(/var\((--(?!el-)[\w-]*\w)\s*([,)])/g)].map((m) => ({
        name,
        token: m[1]!,
        isOptional: m[2] === ',',
      })),
    )
    expect(used.filter(({ token, isOptional }) => !isOptional && !known.has(token) && !own.has(token))).toEqual([])
  })

  it('have for every colour of the day one of the night', () => {
    const [day, night] = tokens.split('prefers-color-scheme: dark')
    const coloursIn = (css: string) => [...css.matchAll(/(--(?!part)[\w-]+): (?:#|rgb)/g)].map((m) => m[1])
    const missing = coloursIn(day!).filter((token) => !coloursIn(night!).includes(token))
    expect(missing).toEqual([])
  })
})

describe('the controls', () => {
  it('are the library’s: of our own are only those that no library has', () => {
    const own = styled.flatMap((name) =>
      name.endsWith('.vue')
        ? [...read(name).matchAll(/<(?:button|select|progress|input|details|dialog)\b/g)].map(() => name)
        : [],
    )
    expect([...new Set(own)].sort()).toEqual([
      'brief/FaceLine.vue',
      'library/SourceRow.vue',
      'library/reader/PassageSplit.vue',
      'logbook/ConversationRow.vue',
      'rehearse/ScriptTable.vue',
      'shared/ReplyInlines.vue',
      'try/TryStrip.vue',
    ])
  })

  it('stand in components short enough to be read', () => {
    const long = files.filter((name) => name.endsWith('.vue')).filter((name) => read(name).split('\n').length > 260)
    expect(long).toEqual([])
  })
})
