import { describe, expect, it } from 'vitest'
import { draftFrom, draftingMessages, readModelDraft } from '..'

const DESCRIPTION =
  'A calm helper for allotment holders that answers questions on plots and water, never gives legal advice.'

describe('a draft written by a language model', () => {
  it('is asked for by the brief’s own schema, with the description as data', () => {
    const [system, user] = draftingMessages(DESCRIPTION)
    expect(system!.content).toContain('"boundaries"')
    expect(system!.content).not.toContain('"drafted"')
    expect(user).toEqual({ role: 'user', content: DESCRIPTION })
  })

  it('is taken as it is where it says something, and filled where it leaves a field empty', () => {
    const reply = '```json\n{"identity":{"name":"Fern"},"rules":[{"id":"a","do":"Give the plot number."}]}\n```'
    const draft = readModelDraft(reply, DESCRIPTION)
    if (!draft.ok) throw new Error(draft.problem)
    expect(draft.brief.identity.name).toBe('Fern')
    expect(draft.brief.rules.map((rule) => rule.do)).toEqual(['Give the plot number.'])
    expect(draft.brief.boundaries).toEqual(draftFrom(DESCRIPTION).boundaries)
    expect(draft.brief.drafted).toContain('rules.0')
  })

  it.each([
    ['no JSON', 'Here is a lovely agent for you.', /without a brief/],
    ['cut-off JSON', '{"identity":{"name":"Fern"}, "rules":[{"id":"a"}', /not whole JSON/],
    ['a field of the wrong kind', '{"rules":[{"id":"a","do":7}]}', /rules\.0\.do/],
    ['a value out of range', '{"manner":{"dials":{"warmth":400}}}', /manner\.dials\.warmth/],
  ])('is refused with what is wrong: %s', (_what, reply, problem) => {
    const draft = readModelDraft(reply, DESCRIPTION)
    expect(draft.ok).toBe(false)
    expect(draft.ok ? '' : draft.problem).toMatch(problem)
  })

  it('cannot smuggle in marks, shared rules or a budget of its own', () => {
    const draft = readModelDraft('{"budget":200000,"ruleSets":["x"],"drafted":[]}', DESCRIPTION)
    if (!draft.ok) throw new Error(draft.problem)
    expect(draft.brief).toMatchObject({ budget: 8000, ruleSets: [] })
    expect(draft.brief.drafted.length).toBeGreaterThan(3)
  })
})
