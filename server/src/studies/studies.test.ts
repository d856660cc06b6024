import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Study, StudyResult } from '@parrot/contract'
import { buildModelEndpoint } from '@parrot/stand-ins'
import { openTestApp, rulesFile, RULES, until, untilRead, formOf, type TestApp } from '../../testing/testApp'

let app: TestApp
let agent: string

const rules = [
  { id: 'tap', when: 'someone asks about water', do: 'say “Bring the tap key.”' },
  { id: 'snakes', when: 'someone asks about snakes', do: 'say “There are none.”' },
]
const brief = (more: object = {}) => ({
  identity: { name: 'Ada' },
  manner: { dials: { warmth: 50, formality: 50, brevity: 50, playfulness: 50, directness: 50 } },
  rules,
  ...more,
})
const put = async (revision: number, value: object) =>
  expect((await app.ask('PUT', `/api/agents/${agent}/brief`, { revision, brief: value })).status).toBe(200)

beforeAll(async () => {
  app = await openTestApp()
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  await app.read(agent, rulesFile())
  await put(1, brief())
  const water = {
    title: 'Water',
    turns: [{ say: 'When is the water turned on?', checks: [{ kind: 'includes', text: 'tap key' }] }],
  }
  const fees = {
    title: 'Fees',
    turns: [{ say: 'What does a small plot cost?', checks: [{ kind: 'includes', text: '£40' }] }],
  }
  for (const script of [water, fees]) await app.ask('POST', `/api/agents/${agent}/scripts`, script)
})
afterAll(() => app.end())

const read = async (id: string): Promise<Study> => (await app.ask('GET', `/api/studies/${id}`)).body
const begin = async (request: object): Promise<string> => {
  const { status, body } = await app.ask('POST', `/api/agents/${agent}/studies`, request)
  expect([status, body.title]).toEqual([202, undefined])
  return body.id
}
const over = (id: string): Promise<Study> =>
  until(async () => {
    const study = await read(id)
    return study.status !== 'queued' && study.status !== 'running' && study
  })
async function studied<Kind extends StudyResult['kind']>(request: { kind: Kind } & Record<string, unknown>) {
  const study = await over(await begin(request))
  expect(study.error).toBeNull()
  return study.result as Extract<StudyResult, { kind: Kind }>
}

describe('studies', () => {
  it('of effects find what a rule does, and the one that is dead', async () => {
    const { effects, scripts } = await studied({ kind: 'effects' })
    expect(scripts).toBe(2)
    expect(effects.map(({ id, verdict, broken }) => [id, verdict, broken.map(({ title }) => title)])).toEqual([
      ['rules/tap', 'works', ['Water']],
      ['rules/snakes', 'dead', []],
    ])
  })

  it('of coverage find what no script touches, with a script that was played and does', async () => {
    const { covered, untouched } = await studied({ kind: 'coverage' })
    expect(covered).toContainEqual({ label: 'Rule', total: 2, touched: 1 })
    expect(untouched).toMatchObject([{ id: 'rules/snakes', field: 'rules.1', touches: true, passes: true }])
  })

  it('of stress tell which checks hold when lines are said otherwise, and the same again', async () => {
    const once = await studied({ kind: 'stress', seed: 3 })
    expect(once.rows.map(({ name }) => name)).toEqual(
      expect.arrayContaining(['slips', 'terse', 'rude', 'learner', 'mixed']),
    )
    for (const row of once.rows) expect(row).toMatchObject({ checks: 2 })
    expect(await studied({ kind: 'stress', seed: 3 })).toEqual(once)
  })

  it('of stress say lines in another language too, where a model can', async () => {
    const standIn = buildModelEndpoint()
    const baseUrl = `${await standIn.listen({ host: '127.0.0.1', port: 0 })}/v1`
    const endpoint = (await app.ask('POST', '/api/endpoints', { name: 'Cloud', baseUrl, model: 'faithful' })).body
    await app.ask('PATCH', `/api/agents/${agent}`, { endpointId: endpoint.id })
    const { rows, worst } = await studied({ kind: 'stress', seed: 3 })
    expect(rows.at(-1)).toMatchObject({ name: 'otherLanguage', label: 'In another language (de)' })
    for (const { rewording, otherwise } of worst)
      if (rewording === 'otherLanguage') expect(otherwise).toMatch(/wann|ist|was/)
    await app.ask('PATCH', `/api/agents/${agent}`, { endpointId: null })
    await standIn.close()
  })

  it('of two set-ups lay both answers side by side, and keep how a person judged', async () => {
    const id = await begin({ kind: 'compare', other: { bare: true } })
    const { result } = (await over(id)) as { result: Extract<StudyResult, { kind: 'compare' }> }
    expect([result.one, result.other]).toEqual(['the draft', 'the bare instructions'])
    expect(result.lines.map(({ one, other, isSame }) => [one.held, other.held, isSame])).toEqual([
      [1, 0, false],
      [1, 1, true],
    ])
    await app.ask('PUT', `/api/studies/${id}/votes`, { line: '0', vote: 'one' })
    expect((await app.ask('PUT', `/api/studies/${id}/votes`, { line: '1', vote: 'same' })).body.votes).toEqual({
      0: 'one',
      1: 'same',
    })
    expect((await app.ask('PUT', `/api/studies/${id}/votes`, { line: '1', vote: null })).body.votes).toEqual({
      0: 'one',
    })
    const csv = await app.ask('GET', `/api/studies/${id}/export`)
    expect(csv.body).toMatch(/^script,line,the draft,.*\r\nWater,When is the water turned on\?,.*,the draft\r\n/s)
    const asked = await studied({ kind: 'compare', other: { revision: 1 }, questions: ['Are bonfires allowed?'] })
    expect(asked.lines).toMatchObject([{ say: 'Are bonfires allowed?' }])
  })

  it('by halving find the revision that changed an answer, with the edit and both answers', async () => {
    await put(2, brief({ purpose: { job: 'help gardeners' } }))
    await put(3, brief({ rules: rules.slice(1) }))
    await put(4, brief({ rules: rules.slice(1), purpose: { job: 'help' } }))
    const { turned, now, looks } = await studied({
      kind: 'bisect',
      question: 'When is the water turned on?',
      check: { kind: 'includes', text: 'tap key' },
    })
    expect(now.passed).toBe(false)
    expect(turned).toMatchObject({
      what: 'revision',
      label: 'revision 4',
      before: { passed: true },
      after: { passed: false },
      changes: expect.arrayContaining([expect.objectContaining({ kind: 'removed', label: 'Rule' })]),
    })
    expect(looks).toBeLessThanOrEqual(5)
  })

  it('by halving find the version of a source that changed an answer', async () => {
    const { sources } = (await app.ask('GET', `/api/agents/${agent}/sources`)).body
    const newer = formOf(rulesFile(RULES.replace('£40.00', '£44.00')))
    expect((await app.ask('POST', `/api/sources/${sources[0].id}/versions`, newer)).status).toBe(202)
    await untilRead(app.ask, sources[0].id)
    const { turned } = await studied({
      kind: 'bisect',
      question: 'What does a small plot cost?',
      check: { kind: 'includes', text: '£40' },
    })
    expect(turned).toMatchObject({ what: 'source', sourceId: sources[0].id, before: { passed: true } })
    expect(turned!.after.reply).toContain('£44')
  })

  it('keep the rules an agent shares, in another wording and in its past', async () => {
    const { id: set } = (
      await app.ask('POST', '/api/rule-sets', { name: 'House', rules: [{ id: 'house', do: 'Say “As always.”' }] })
    ).body
    const { revision } = (await app.ask('GET', `/api/agents/${agent}/brief`)).body
    await put(revision, brief({ ruleSets: [set] }))
    const edit = [{ op: 'replace', path: '/purpose/job', value: 'help everyone' }]
    const { lines } = await studied({ kind: 'compare', other: { edit }, questions: ['What does a small plot cost?'] })
    for (const side of ['one', 'other'] as const) expect(lines[0]![side].reply).toContain('As always.')
    const check = { kind: 'includes', text: 'As always.' }
    const { turned } = await studied({ kind: 'bisect', question: 'What does a small plot cost?', check })
    expect(turned).toMatchObject({
      label: `revision ${revision + 1}`,
      changes: expect.arrayContaining([expect.objectContaining({ label: 'Shared rules' })]),
    })
  })

  it('can be cancelled, and go on after the server was stopped', async () => {
    const cancelled = await begin({ kind: 'stress' })
    expect((await app.ask('POST', `/api/studies/${cancelled}/cancel`)).body.status).toMatch(/cancelled|done/)
    const id = await begin({ kind: 'effects' })
    await app.close()
    app = await openTestApp({}, app.dataFolder)
    expect((await over(id)).result!.kind).toBe('effects')
    expect((await app.ask('GET', `/api/agents/${agent}/studies`)).body.studies[0]).toMatchObject({ id, status: 'done' })
  })

  it('are refused where there is nothing to study, with what to do', async () => {
    const other = (await app.ask('POST', '/api/agents', { name: 'Bo' })).body.id
    const { status, body } = await app.ask('POST', `/api/agents/${other}/studies`, { kind: 'effects' })
    expect([status, body.title]).toEqual([409, 'There is no script to study with.'])
    expect((await app.ask('POST', `/api/agents/${agent}/studies`, { kind: 'guess' })).status).toBe(400)
  })
})
