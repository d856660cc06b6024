import { describe, expect, it } from 'vitest'
import { briefSchema } from '@parrot/contract'
import { INSERTS, isNoAddress, type InsertKind } from './insertKinds'

describe('an insert as it begins', () => {
  it.each(Object.entries(INSERTS))('of kind %s is one that a brief takes', (kind, { when, like }) => {
    const { inserts } = briefSchema.parse({ inserts: [{ kind: kind as InsertKind, when, like: [...like] }] })
    expect(inserts[0]).toMatchObject({ kind, when, enabled: true })
  })

  it.each([
    ['', false],
    ['https://plots.example', false],
    ['tel:+441632960144', false],
    ['plots.example', true],
    ['javascript:alert(1)', true],
  ])('leads to “%s”: a browser does not follow it: %s', (url, expected) => expect(isNoAddress(url)).toBe(expected))
})
