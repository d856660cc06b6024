import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Note, Proposal } from '@parrot/contract'
import { buildModelEndpoint } from '@parrot/stand-ins'
import { openTestApp, rulesFile, until, type TestApp } from '../../testing/testApp'

let app: TestApp
let agent: string

const brief = (more: object = {}) => ({
  identity: { name: 'Ada' },
  manner: { dials: { warmth: 30 } },
  rules: [{ id: 'tap', when: 'someone asks about keys', do: 'say “Bring the tap key.”' }],
  ...more,
})

const script = (title: string, say: string, ...checks: object[]) => ({ title, turns: [{ say, checks }] })

beforeAll(async () => {
  app = await openTestApp()
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  await app.read(agent, rulesFile())
  await app.ask('PUT', `/api/agents/${agent}/brief`, { revision: 1, brief: brief() })
  const water = script('Water', 'When is the water turned on?', { kind: 'includes', text: 'April' })
  const fees = script(
    'Fees',
    'What does a small plot cost?',
    { kind: 'includes', text: '£40' },
    { kind: 'maxWords', words: 14 },
  )
  for (const each of [water, fees]) await app.ask('POST', `/api/agents/${agent}/scripts`, each)
})
afterAll(() => app.end())

const read = async (id: string): Promise<Note> => (await app.ask('GET', `/api/notes/${id}`)).body
/** A note whose proposals were all tried. */
const ready = (id: string): Promise<Note> =>
  until(async () => {
    const note = await read(id)
    return note.status !== 'trying' && note
  })
const begin = async (note: object) => {
  const { status, body } = await app.ask('POST', `/api/agents/${agent}/notes`, note)
  expect(status).toBe(202)
  return body.id as string
}
const noted = async (note: object) => ready(await begin(note))
const ofKind = (note: Note, kind: Proposal['kind']) => note.proposals.find((each) => each.kind === kind)!
const asked = async (text: string) => (await app.ask('POST', `/api/agents/${agent}/turns`, { text })).body

describe('a note', () => {
  it('gets its cause, and proposals that were tried on the line and on every script', async () => {
    const note = await noted({ question: 'When is the water turned on?', wrong: 'should have mentioned the tap key' })
    expect(note).toMatchObject({
      status: 'ready',
      isStale: false,
      cause: { kind: 'rule-not-called', links: [{ field: 'rules.0' }] },
      checks: [{ kind: 'includes', text: 'tap key' }],
    })
    const [best] = note.proposals
    expect(best).toMatchObject({
      kind: 'rule-widened',
      target: 'brief',
      line: 'Mends it, breaks none of 2 scripts, rewords 1',
    })
    expect(best!.trial).toMatchObject({ mends: true, broken: [], reworded: 1, unchanged: 1, played: 2, scripts: 2 })
    expect(best!.trial!.now.reply).toContain('tap key')
    expect(best!.trial!.before.reply).not.toContain('tap key')
  })

  it('shows what a proposal would break, by name, and does not hide it', async () => {
    const note = await noted({
      question: 'What does a small plot cost?',
      wrong: 'should have said “Prices are set by the members at the yearly meeting in January.”',
    })
    const { trial, line } = ofKind(note, 'rule')
    expect(trial!.broken).toMatchObject([{ title: 'Fees' }])
    expect(line).toBe('Mends it, breaks 1 of 2 scripts: “Fees”')
  })

  it('on a turn that was taken knows what was said before it', async () => {
    const first = await asked('What does a small plot cost?')
    const { turnId } = (
      await app.ask('POST', `/api/agents/${agent}/turns`, {
        text: 'And a large one?',
        conversationId: first.conversationId,
      })
    ).body
    const note = await noted({ turnId, marks: ['tooLong'] })
    expect(note).toMatchObject({ question: 'And a large one?', before: ['What does a small plot cost?'] })
    expect(note.turn!.reply).toContain('75')
  })

  it.each([
    [{}, 'question'],
    [{ question: 'Hm?' }, 'wrong'],
    [{ question: 'Hm?', wrong: 'x'.repeat(100_000) }, 'wrong'],
  ])('that says too little or too much is refused: %j', async (note, path) => {
    const { status, body } = await app.ask('POST', `/api/agents/${agent}/notes`, note)
    expect([status, body.fields[0].path]).toEqual([400, path])
  })
})

describe('with a language model set', () => {
  it('the model words edits too, which pass the same trial; one that names no rule is passed over', async () => {
    const standIn = buildModelEndpoint()
    const baseUrl = `${await standIn.listen({ host: '127.0.0.1', port: 0 })}/v1`
    const endpoint = (await app.ask('POST', '/api/endpoints', { name: 'Cloud', baseUrl, model: 'faithful' })).body
    await app.ask('PATCH', `/api/agents/${agent}`, { endpointId: endpoint.id })
    const note = await noted({
      question: 'When is the water turned on?',
      wrong: 'say “Mind the frost.”',
      wanted: 'In April, once the frost is over.',
    })
    const worded = note.proposals.filter(({ because }) => because.includes('“Cloud” words it so'))
    expect(worded.map(({ kind }) => kind)).toContain('model-answer')
    for (const { trial } of worded) expect(trial).toMatchObject({ played: 2, scripts: 2 })
    expect(note.proposals.map(({ summary }) => summary).join()).not.toContain('Be nice')
    await app.ask('PATCH', `/api/agents/${agent}`, { endpointId: null })
    await standIn.close()
  })
})

describe('accepting', () => {
  it('an edit of the brief is one revision and one undo, closes the note, and keeps the line as a script', async () => {
    const note = await noted({ question: 'When is the water turned on?', wrong: 'should have mentioned the tap key' })
    const before = (await app.ask('GET', `/api/agents/${agent}/brief`)).body.revision
    const proposal = ofKind(note, 'rule-widened')
    const { body } = await app.ask('POST', `/api/proposals/${proposal.id}/accept`, { keep: true })
    expect(body).toEqual({ revision: before + 1, scriptId: expect.any(String) })
    expect((await read(note.id)).closed).toBe('accepted')
    expect((await asked('When is the water turned on?')).reply).toContain('tap key')
    const { scripts } = (await app.ask('GET', `/api/agents/${agent}/scripts`)).body
    expect(scripts.at(-1)).toMatchObject({
      tags: ['from a note'],
      turns: [{ checks: [{ kind: 'includes', text: 'tap key' }] }],
    })

    await app.ask('POST', `/api/proposals/${proposal.id}/undo`)
    expect((await asked('When is the water turned on?')).reply).not.toContain('tap key')
    expect((await read(note.id)).closed).toBeNull()
    expect((await app.ask('GET', `/api/agents/${agent}/scripts`)).body.scripts).toHaveLength(2)
  })

  it('an edit of the library is one version and one undo', async () => {
    const note = await noted({
      question: 'What does a small plot cost?',
      marks: ['wrong'],
      wanted: 'A small plot costs £44.00 a year.',
      sentence: 'A small plot costs £40.00.',
    })
    const pair = ofKind(note, 'pair')
    expect(pair.trial).toMatchObject({ mends: true, broken: [{ title: 'Fees' }] })
    await app.ask('POST', `/api/proposals/${pair.id}/accept`)
    await until(async () => (await asked('What does a small plot cost?')).reply.includes('£44'))
    await app.ask('POST', `/api/proposals/${pair.id}/undo`)
    expect((await asked('What does a small plot cost?')).reply).toContain('£40')
  })

  it('two together are tried together, and accepted as one', async () => {
    const note = await noted({
      question: 'When is the water turned on?',
      wrong: 'should have mentioned the tap key. Too long, under 200 words.',
    })
    const [one, other] = note.proposals
    await app.ask('POST', `/api/notes/${note.id}/combine`, { proposalIds: [one!.id, other!.id] })
    const both = ofKind(await ready(note.id), 'together')
    expect(both.target).toBe('both')
    expect(both.trial).toMatchObject({ played: 2, scripts: 2 })
    await app.ask('POST', `/api/proposals/${both.id}/accept`)
    await app.ask('POST', `/api/proposals/${both.id}/undo`)
    expect((await read(note.id)).closed).toBeNull()
  })

  it('an edit that was altered by hand is tried anew first', async () => {
    const note = await noted({ question: 'When is the water turned on?', wrong: 'should have said “Bring a bucket.”' })
    const rule = ofKind(note, 'rule')
    const edit = JSON.parse(JSON.stringify(rule.edit).replace('Bring a bucket.', 'Bring a big bucket.'))
    await app.ask('PUT', `/api/proposals/${rule.id}`, { proposed: { target: 'brief', edit } })
    const again = ofKind(await ready(note.id), 'rule')
    expect(again.trial!.now.reply).toContain('big bucket')
  })

  it('is refused, with the reason, where somebody changed the same thing meanwhile', async () => {
    const note = await noted({ question: 'When is the water turned on?', wrong: 'should have mentioned the tap key' })
    const { id } = ofKind(note, 'rule-widened')
    const { revision } = (await app.ask('GET', `/api/agents/${agent}/brief`)).body
    const [rule] = brief().rules
    const rules = [{ ...rule, like: ['Where is the key?'] }]
    await app.ask('PUT', `/api/agents/${agent}/brief`, { revision, brief: brief({ rules }) })
    const { status, body } = await app.ask('POST', `/api/proposals/${id}/accept`)
    expect([status, body.detail]).toEqual([409, expect.stringContaining('was changed since')])
    expect((await read(note.id)).isStale).toBe(true)
  })

  it('of what is not there is refused', async () => {
    expect((await app.ask('POST', '/api/proposals/nothing/accept')).status).toBe(404)
    expect((await app.ask('POST', '/api/notes/nothing/try')).status).toBe(404)
  })
})

describe('the list of notes', () => {
  it('has those that wait first, with the best proposal of each in a line', async () => {
    const id = await begin({ question: 'When are bonfires allowed?', wrong: 'should have said sorry' })
    await ready(id)
    const { notes } = (await app.ask('GET', `/api/agents/${agent}/notes`)).body
    expect(notes[0]).toMatchObject({ id, closed: null, best: expect.stringMatching(/^Add a rule: .*Mends it/) })
    await app.ask('POST', `/api/notes/${id}/dismiss`)
    const after = (await app.ask('GET', `/api/agents/${agent}/notes`)).body.notes
    expect(after.find((each: { id: string }) => each.id === id).closed).toBe('dismissed')
    await app.ask('POST', `/api/notes/${id}/reopen`)
    expect((await read(id)).closed).toBeNull()
  })
})

describe('what the agent would have to be told', () => {
  it('is gathered from scripts that fail and questions visitors asked in vain, each once', async () => {
    const bo = (await app.ask('POST', '/api/agents', { name: 'Bo' })).body
    await app.read(bo.id, rulesFile())
    const failing = script('Bonfires', 'When are bonfires allowed?', { kind: 'includes', text: 'Mind the hedge.' })
    await app.ask('POST', `/api/agents/${bo.id}/scripts`, failing)
    await app.ask('POST', `/api/agents/${bo.id}/rehearsals`, {})
    await app.ask('POST', `/api/agents/${bo.id}/editions`, { summary: 'first' })
    for (const text of ['Who mends the pump?', 'who mends the pump'])
      await app.ask('POST', `/api/talk/${bo.slug}/turns`, { text })
    expect((await app.ask('POST', `/api/agents/${bo.id}/notes/gather`)).body).toEqual({ added: 2 })
    expect((await app.ask('POST', `/api/agents/${bo.id}/notes/gather`)).body).toEqual({ added: 0 })
    const { notes } = (await app.ask('GET', `/api/agents/${bo.id}/notes`)).body
    const of = (question: string) => notes.find((each: { question: string }) => each.question === question)
    expect(of('Who mends the pump?') ?? of('who mends the pump')).toMatchObject({
      marks: ['missing'],
      wrong: 'Asked 2 times, and not answered.',
    })
    const note = await ready(of('When are bonfires allowed?').id)
    expect(note).toMatchObject({
      wrong: 'It should have said “Mind the hedge.”.',
      checks: [{ text: 'Mind the hedge.' }],
    })
    expect(note.proposals[0]).toMatchObject({
      kind: 'rule',
      line: 'Mends it, breaks none of 1 script, mends 1 script besides',
    })
  })
})

describe('after a kill', () => {
  it('a note goes on where it was', async () => {
    const id = await begin({ question: 'When is the water turned on?', wrong: 'should have mentioned the tap key' })
    await app.close()
    app = await openTestApp({}, app.dataFolder)
    expect((await ready(id)).proposals[0]).toMatchObject({ kind: 'rule-widened', trial: { played: 2 } })
  })
})
