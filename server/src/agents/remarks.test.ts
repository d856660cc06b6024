import { describe, expect, it } from 'vitest'
import { briefFrom } from '@parrot/core/brief'
import { remarksOn } from './remarks'

const brief = briefFrom({
  purpose: { job: 'answer questions about plots', audience: 'Plot holders' },
  openers: { greeting: 'Hello.' },
  grounding: { whenUnknown: 'I do not know that.' },
  rules: [
    { id: 'own', do: 'Always include “Our cheap plots.”' },
    { id: 'shared', do: 'Never mention cheap' },
  ],
})
const kinds = (own: number) => remarksOn(brief, own, {}).map(({ kind, field }) => `${kind} ${field}`)

describe('remarks on a brief that shares rules', () => {
  it('do not vanish because one of two conflicting rules was shared', () => {
    expect(kinds(2)).toContain('said-and-forbidden rules.0')
    expect(kinds(1)).toContain('said-and-forbidden rules.0')
  })

  it('stand at the sets where they concern a shared rule, which is named, and mend nothing there', () => {
    const [remark] = remarksOn({ ...brief, rules: [...brief.rules].reverse() }, 1, {})
    expect(remark).toMatchObject({ kind: 'said-and-forbidden', field: 'ruleSets' })
    expect(remark!.text).toMatch(/^“Always include “Our cheap plots.””: /)
    expect(remark).not.toHaveProperty('mend')
  })
})
