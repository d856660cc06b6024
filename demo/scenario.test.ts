import { existsSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { briefSchema, scriptSchema } from '@parrot/contract'
import { sampleAgents } from './scenario'

describe('the sample scenario', () => {
  it.each(sampleAgents.map((sample) => [sample.name, sample] as const))(
    '%s fits the schemas and its files are there',
    (_name, sample) => {
      expect(() => briefSchema.parse(sample.brief)).not.toThrow()
      for (const script of sample.scripts) expect(() => scriptSchema.parse(script)).not.toThrow()
      for (const file of sample.files) expect(existsSync(new URL(`files/${file}`, import.meta.url))).toBe(true)
      for (const page of sample.pages) {
        const name = page === '/' ? 'index' : page.slice(1)
        expect(existsSync(new URL(`../stand-ins/site/${name}.html`, import.meta.url))).toBe(true)
      }
    },
  )
})
