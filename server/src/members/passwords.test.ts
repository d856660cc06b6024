import { expect, it } from 'vitest'
import { isPassword, sealPassword } from './passwords'

it('a password is kept so that nobody can read it, and the same one twice is not the same', async () => {
  const [one, two] = [await sealPassword('nine lives'), await sealPassword('nine lives')]
  expect(one).toMatch(/^scrypt:4096:8:1:/)
  expect(one).not.toBe(two)
  expect(await isPassword('nine lives', one)).toBe(true)
  expect(await isPassword('ten lives', one)).toBe(false)
  // However a keyboard composes it.
  expect(await isPassword('caf\u00e9', await sealPassword('cafe\u0301'))).toBe(true)
  expect(await isPassword('x', 'plain:x')).toBe(false)
})
