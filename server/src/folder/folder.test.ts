import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { unzipFiles, zipFiles, type FolderFile } from '@parrot/core/folder'
import { formOf, sharedTestApp, rulesFile, until, type TestApp } from '../../testing/testApp'

let app: TestApp
let ada: string

const QUESTIONS = [
  'When is water turned on?',
  'What does a small plot cost?',
  'Who pays the fees?',
  'May I keep a tiger?',
]

beforeAll(async () => {
  app = await sharedTestApp()
  const set = { name: 'House style', rules: [{ id: 'we', do: 'Never say “mate”.' }] }
  const { id: house } = (await app.ask('POST', '/api/rule-sets', set)).body
  ada = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  const brief = {
    identity: { name: 'Ada', role: 'the allotment office' },
    rules: [{ id: 'sorry', when: 'somebody asks about fees', do: 'Say “Thank you for asking” first.' }],
    ruleSets: [house],
    boundaries: [
      { id: 'animals', subject: 'keeping animals', examples: ['May I keep a goat?'], reply: 'No animals, sorry.' },
    ],
  }
  await app.ask('PUT', `/api/agents/${ada}/brief`, { revision: 1, brief })
  const rules = await app.read(ada, rulesFile())
  await app.read(ada, {
    kind: 'pairs',
    title: 'Asked',
    pairs: [{ question: 'Who pays the fees?', answer: 'Every holder.' }],
  })
  const { passages } = (await app.ask('GET', `/api/sources/${rules.id}/passages`)).body
  const water = passages.find(({ text }: { text: string }) => text.startsWith('Water'))
  const edit = { kind: 'correct', passage: water.text, nth: 0, text: water.text.replace('April', 'March') }
  expect((await app.ask('POST', `/api/sources/${rules.id}/edits`, { version: 1, edit })).status).toBe(202)
  await until(async () => (await app.ask('GET', `/api/sources/${rules.id}`)).body.version === 2)
  await app.ask('PATCH', `/api/sources/${rules.id}`, { shelf: 'Ground', weight: 1.5, title: 'The rules' })
  for (const title of ['Two', 'One'])
    await app.ask('POST', `/api/agents/${ada}/scripts`, {
      title,
      turns: [{ say: QUESTIONS[0], checks: [{ kind: 'cites' }] }],
    })
  const [hit] = (await app.ask('GET', `/api/agents/${ada}/search?q=bonfires`)).body.hits
  await app.ask('POST', `/api/agents/${ada}/question-set`, { question: 'When may I burn?', passageId: hit.passageId })
  await app.ask('POST', `/api/agents/${ada}/editions`, { summary: 'First' })
})
afterAll(() => app.end())

const written = async (id: string, query = ''): Promise<Buffer> => {
  const response = await app.server.inject({ url: `/api/agents/${id}/folder${query}`, headers: { host: 'localhost' } })
  expect(response.statusCode).toBe(200)
  expect(response.headers['content-type']).toBe('application/zip')
  return response.rawPayload
}
const filesIn = (zip: Uint8Array): readonly FolderFile[] => {
  const unpacked = unzipFiles(zip, 'ada.zip')
  if (!unpacked.ok) throw new Error(JSON.stringify(unpacked.problems))
  return unpacked.files
}
const zipped = async (files: Iterable<FolderFile>): Promise<Buffer> => {
  const pieces: Uint8Array[] = []
  const each = async function* () {
    yield* files
  }
  await zipFiles(each(), (piece) => void pieces.push(piece))
  return Buffer.concat(pieces)
}
const readIn = (zip: Uint8Array) =>
  app.ask('POST', '/api/agents/folder', formOf(new File([new Uint8Array(zip)], 'ada.zip', { type: 'application/zip' })))
const untilAllRead = (id: string) =>
  until(async () => {
    const { sources } = (await app.ask('GET', `/api/agents/${id}/sources`)).body
    return sources.every(({ status }: { status: string }) => status === 'ready') && sources
  })
const answersOf = async (id: string) => {
  const answers = []
  for (const text of QUESTIONS) {
    const { reply, outcome, citations } = (await app.ask('POST', `/api/agents/${id}/turns`, { text })).body
    answers.push([reply, outcome, citations.map(({ quote, sourceTitle }: never) => [quote, sourceTitle])])
  }
  return answers
}

describe('an agent as a folder, over HTTP', () => {
  it('is written the same twice, read in as the same agent, and gives the same answers', async () => {
    const zip = await written(ada)
    expect(await written(ada)).toEqual(zip)
    const { status, body } = await readIn(zip)
    expect([status, body.name, body.slug]).toEqual([201, 'Ada', 'ada-2'])
    await untilAllRead(body.id)
    const before = await answersOf(ada)
    expect(before[0]![0]).toContain('March')
    expect(await answersOf(body.id)).toEqual(before)
    expect(await written(body.id)).toEqual(zip)
  })

  it('uses shared rules that are here, and leaves other agents’ rules alone where they differ', async () => {
    const sets = async () => (await app.ask('GET', '/api/rule-sets')).body.sets.length
    expect(await sets()).toBe(1)
    const files = filesIn(await written(ada)).map((file) =>
      file.path.startsWith('shared-rules/')
        ? { ...file, bytes: Buffer.from(Buffer.from(file.bytes).toString().replace('mate', 'pal')) }
        : file,
    )
    const { body } = await readIn(await zipped(files))
    expect(await sets()).toBe(2)
    const { brief } = (await app.ask('GET', `/api/agents/${ada}/brief`)).body
    const other = (await app.ask('GET', `/api/agents/${body.id}/brief`)).body.brief
    expect(other.ruleSets).not.toEqual(brief.ruleSets)
  })

  it('can be an edition, as it was published', async () => {
    await app.ask('POST', `/api/agents/${ada}/brief/undo`)
    const brief = (zip: Uint8Array) =>
      Buffer.from(filesIn(zip).find(({ path }) => path === 'rules.yaml')!.bytes).toString()
    expect(brief(await written(ada, '?edition=1'))).toContain('Thank you for asking')
    expect(brief(await written(ada))).not.toContain('Thank you for asking')
    await app.ask('POST', `/api/agents/${ada}/brief/redo`)
    expect((await app.ask('GET', `/api/agents/${ada}/folder?edition=9`)).status).toBe(404)
  })
})

describe('a folder that does not fit', () => {
  const count = async () => (await app.ask('GET', '/api/agents')).body.agents.length
  const kept = () => readdirSync(join(app.dataFolder, 'files'), { recursive: true }).length

  it('is refused with file and line, and nothing of it is kept', async () => {
    const files = filesIn(await written(ada))
    const damaged = files.map((file) =>
      file.path === 'rules.yaml' ? { ...file, bytes: Buffer.from('- { id: a, do: x }\n- { id: b, dont: y }\n') } : file,
    )
    const [agents, stored] = [await count(), kept()]
    const { status, body } = await readIn(await zipped(damaged))
    expect(status).toBe(400)
    expect(body).toMatchObject({ code: 'folder', fields: [{ path: 'rules.yaml:2' }] })
    expect(body.detail).toContain('rules.yaml, line 2')
    for (const path of ['../../etc/cron.d/x', '/tmp/x', 'sources/..\\x']) {
      const hostile = await readIn(await zipped([...files, { path, bytes: Buffer.from('x') }]))
      expect(hostile.body).toMatchObject({ code: 'folder', detail: expect.stringContaining('leads out') })
    }
    expect((await readIn(Buffer.from('PK no'))).body.detail).toContain('damaged')
    expect((await app.ask('POST', '/api/agents/folder', new FormData())).status).toBe(400)
    expect([await count(), kept()]).toEqual([agents, stored])
  })

  it('with a face that is no picture is refused', async () => {
    const files = filesIn(await written(ada)).map((file) =>
      file.path === 'brief.yaml'
        ? {
            ...file,
            bytes: Buffer.from(
              Buffer.from(file.bytes).toString().replace('  name: Ada', '  name: Ada\n  avatar: face.png'),
            ),
          }
        : file,
    )
    const { status } = await readIn(
      await zipped([...files, { path: 'face.png', bytes: Buffer.from('<svg onload=x>') }]),
    )
    expect(status).toBe(415)
  })
})
