import { expect, it } from 'vitest'
import { deedInWords } from './deeds'

it.each([
  ['PUT /api/agents/:id/brief', 'edited the brief'],
  ['POST /api/agents/:id/editions', 'published an edition'],
  ['DELETE /api/agents/:id/sources/:sourceId', 'removed a source'],
  ['POST /api/agents', 'made an agent'],
  ['PURGE /api/unheard-of', 'PURGE /api/unheard-of'],
])('%s is told as “%s”', (what, words) => expect(deedInWords(what)).toBe(words))
