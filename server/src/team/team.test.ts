import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { eq } from 'drizzle-orm'
import { sharedTestApp, rulesFile, type TestApp } from '../../testing/testApp'
import { turns } from '../database'

let app: TestApp
let desk: string
let pea: string

beforeAll(async () => {
  app = await sharedTestApp()
  desk = (await app.ask('POST', '/api/agents', { name: 'Desk' })).body.id
  pea = (await app.ask('POST', '/api/agents', { name: 'Pea' })).body.id
  await app.read(desk, rulesFile())
  await app.read(pea, new File(['# Sowing\n\nBeans are sown in May. Peas are sown in March.'], 'Seeds.md'))
}, 60_000)
afterAll(() => app.end())

const brief = async (agent: string, given: object) => {
  const { revision } = (await app.ask('GET', `/api/agents/${agent}/brief`)).body
  return app.ask('PUT', `/api/agents/${agent}/brief`, { revision, brief: given })
}
const TO_PEA = () => ({
  agent: pea,
  when: 'someone asks when something is sown',
  like: ['When are beans sown?'],
  says: '{{colleague}} knows:',
})
const say = async (text: string, conversationId?: string) =>
  (await app.ask('POST', `/api/agents/${desk}/turns`, { text, conversationId })).body
const visit = async (text: string, conversationId?: string) =>
  (await app.ask('POST', '/api/talk/desk/turns', { text, conversationId })).body

describe('an agent with a colleague', () => {
  it('is told whom it may turn to', async () => {
    expect((await app.ask('GET', `/api/agents/${desk}/colleagues`)).body.colleagues).toEqual([
      { id: pea, name: 'Pea', isPublished: false, may: true },
    ])
  })

  it('passes the conversation on, from their library, and the workings say who answered', async () => {
    await brief(desk, { identity: { name: 'Desk' }, colleagues: [TO_PEA()] })
    const turn = await say('When are beans sown?')
    expect(turn).toMatchObject({ outcome: 'answered', reply: expect.stringMatching(/^Pea knows: .*May/) })
    expect(turn.citations[0].sourceTitle).toBe('Sowing')
    expect(turn.workings.find(({ step }: { step: string }) => step === 'colleague').summary).toContain('“Pea”')
    const next = await say('And peas?', turn.conversationId)
    expect(next.reply).toContain('March')
    expect(next.reply).not.toContain('Pea knows')
  })

  it('answers visitors with what a colleague has published, and not before', async () => {
    await app.ask('POST', `/api/agents/${desk}/editions`, {})
    expect((await visit('When are beans sown?')).reply).not.toContain('May')
    await app.ask('POST', `/api/agents/${pea}/editions`, {})
    const { reply, conversationId } = await visit('When are beans sown?')
    expect(reply).toContain('May')
    const { lines } = (await app.ask('GET', `/api/conversations/${conversationId}`)).body
    expect(lines[0].workings.some(({ summary }: { summary: string }) => summary.includes('“Pea”, who answered'))).toBe(
      true,
    )
  })

  it('is told of under Release while it is not there for visitors', async () => {
    const concerns = async () =>
      (await app.ask('GET', `/api/agents/${desk}/release`)).body.concerns
        .map(({ text }: { text: string }) => text)
        .join('\n')
    await app.ask('POST', `/api/agents/${pea}/live`, { number: null })
    expect(await concerns()).toContain('“Pea” is not published')
    await app.ask('POST', `/api/agents/${pea}/live`, { number: 1 })
    expect(await concerns()).not.toContain('“Pea”')
  })

  it('plays scripts across both', async () => {
    const script = {
      title: 'Beans',
      turns: [
        {
          say: 'When are beans sown?',
          checks: [
            { kind: 'includes', text: 'May' },
            { kind: 'cites', source: 'Sowing' },
          ],
        },
      ],
    }
    const { id } = (await app.ask('POST', `/api/agents/${desk}/scripts`, script)).body
    const run = (await app.ask('POST', `/api/agents/${desk}/rehearsals`, { scriptIds: [id], wait: 60 })).body
    expect(run).toMatchObject({ passed: 1, failed: 0 })
  })

  it('ends where agents turn to each other in a circle', async () => {
    await brief(pea, {
      identity: { name: 'Pea' },
      colleagues: [{ agent: desk, when: 'someone asks when something is sown', like: ['When are beans sown?'] }],
    })
    const turn = await say('When are beans sown?')
    expect(turn.reply).toContain('May')
    await brief(pea, { identity: { name: 'Pea' } })
  })

  it('forgets with the agent what its colleague was told', async () => {
    const { conversationId } = await say('My name is Ines.')
    await say('When are beans sown?', conversationId)
    const kept = async () =>
      JSON.stringify(
        await app.services.db
          .select({ memory: turns.memory })
          .from(turns)
          .where(eq(turns.conversationId, conversationId)),
      )
    expect(await kept()).toMatch(/"colleagues".*Ines/)
    await app.ask('DELETE', `/api/conversations/${conversationId}/memory?key=name`)
    expect(await kept()).not.toContain('Ines')
  })

  it('does without one that was removed', async () => {
    await app.ask('DELETE', `/api/agents/${pea}`)
    expect((await say('When are beans sown?')).outcome).toBe('unknown')
    await app.ask('POST', `/api/agents/${pea}/restore`)
    expect((await say('When are beans sown?')).reply).toContain('May')
  })
})

describe('among members', () => {
  it('an agent turns to no other that one of its editors may not look at', async () => {
    const { db } = app.services
    const { grants, members } = await import('../database')
    const { mayTurnTo } = await import('./mayTurnTo')
    const person = (id: string, more: object = {}) => ({
      id,
      name: id,
      email: `${id}@ada.example`,
      password: 'x',
      ...more,
    })
    await db
      .insert(members)
      .values([person('ann'), person('bob', { groups: ['garden'] }), person('eve', { role: 'reader' as const })])
    expect(await mayTurnTo(db, desk, pea)).toBe(true)
    await db.insert(grants).values({ agentId: desk, who: 'ann', role: 'editor' })
    expect(await mayTurnTo(db, desk, pea)).toBe(false)
    await db.insert(grants).values({ agentId: pea, who: 'ann', role: 'reader' })
    expect(await mayTurnTo(db, desk, pea)).toBe(true)
    await db.insert(grants).values({ agentId: desk, who: 'bob', role: 'owner' })
    expect(await mayTurnTo(db, desk, pea)).toBe(false)
    await db.insert(grants).values({ agentId: pea, who: 'group:garden', role: 'reader' })
    await db.insert(grants).values({ agentId: desk, who: 'eve', role: 'editor' })
    expect(await mayTurnTo(db, desk, pea)).toBe(true)
    await db.insert(grants).values({ agentId: desk, who: 'everybody', role: 'editor' })
    expect(await mayTurnTo(db, desk, pea)).toBe(false)
    expect(await mayTurnTo(db, desk, desk)).toBe(false)
  })
})
