import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs'
import { spawnSync } from 'node:child_process'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { Readable } from 'node:stream'
import { stripVTControlCharacters } from 'node:util'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { buildModelEndpoint } from '@parrot/stand-ins'
import { openTestApp, rulesFile, type TestApp } from '../server/testing/testApp'
import { ask } from './commands/ask'
import { run } from './main'

let home: string
const place = (...parts: string[]) => join(home, ...parts)
beforeEach(() => {
  home = mkdtempSync(join(tmpdir(), 'parrot-cli-'))
})

const FILES = {
  'parrot.yaml': 'form: mild-parrot-folder/1\nname: Ada\nbrief: 1\n',
  'brief.yaml': 'identity: { name: Ada, role: the allotment office }\nopeners: { greeting: Good day. }\n',
  'rules.yaml': '- { id: we, do: Never say “mate”. }\n',
  'sources.yaml': '- { kind: note, file: sources/water.md, title: Water }\n',
  'sources/water.md': 'Water is turned on in April.\n\nSprinklers are not allowed.\n',
  'scripts.txt':
    '# Water\ntags: wet\nvisitor: When is water turned on?\n- says: “April”\n\n# Bees\nvisitor: Where are bees kept?\n- outcome: unknown\n',
}
function write(name: string, changed: Partial<typeof FILES> = {}): string {
  for (const [path, text] of Object.entries({ ...FILES, ...changed })) {
    mkdirSync(dirname(place(name, path)), { recursive: true })
    writeFileSync(place(name, path), text)
  }
  return place(name)
}

/** Runs a command; gives its code and what it said, without the colours some terminals and builds ask for. */
async function parrot(...argv: string[]) {
  const said: string[] = []
  const code = await run(argv, { out: (line) => said.push(line), err: (line) => said.push(line) })
  return { code, said: stripVTControlCharacters(said.join('\n')) }
}

describe('rehearse', () => {
  it('plays the scripts of a folder without a server and ends with 0', async () => {
    const { code, said } = await parrot('rehearse', write('ada'), '--junit', place('out', 'run.xml'))
    expect(said).toMatch(/✓ Water\n.*✓ Bees\n\n2 of 2 scripts passed/)
    expect(code).toBe(0)
    expect(readFileSync(place('out', 'run.xml'), 'utf8')).toContain('<testsuites name="Ada" tests="2" failures="0"')
  })

  it('ends with 1 when a check fails, and says which, with the reply', async () => {
    const folder = write('ada', { 'scripts.txt': FILES['scripts.txt'].replace('April', 'May') })
    const { code, said } = await parrot('rehearse', folder)
    expect(said).toMatch(
      /✗ Water\n +visitor: When is water turned on\?\n +✗ The reply does not say “May”\.\n +agent: .*April/,
    )
    expect(code).toBe(1)
    expect(await parrot('rehearse', folder, '--only', 'bees')).toMatchObject({ code: 0 })
  })

  it('says what broke, was mended and reads differently against another folder', async () => {
    const before = write('before', { 'sources/water.md': 'Water is turned on in May.\n' })
    const { said } = await parrot('rehearse', write('ada'), '--against', before)
    expect(said).toContain('0 broken, 1 mended, 0 reworded')
    expect(said).toMatch(/in .*May.*April/)
  })

  it('plays with a model of one’s own, several times', async () => {
    const endpoint = buildModelEndpoint()
    const at = `${await endpoint.listen({ host: '127.0.0.1', port: 0 })}/v1`
    const { said } = await parrot('rehearse', write('ada'), '--model', 'faithful', '--at', at, '--times', '2')
    expect(said).toMatch(/[✓✗] Water/)
    await endpoint.close()
    const gone = await parrot('rehearse', place('ada'), '--model', 'faithful', '--at', at)
    expect(gone).toMatchObject({ code: 1, said: expect.stringContaining('cannot be reached') })
    expect((await parrot('rehearse', place('ada'), '--model', 'faithful')).said).toContain('--at')
  })
})

describe('a folder that cannot be read', () => {
  it('ends with 2 and names file, line and column', async () => {
    const folder = write('ada', { 'rules.yaml': '- { id: we, do: x }\n- { id: us, dont: y }\n' })
    const { code, said } = await parrot('rehearse', folder)
    expect([code, said]).toEqual([2, `“${folder}” cannot be read:\n  rules.yaml:2:13: entry 2 has no field “dont”.`])
    expect(await parrot('diff', folder, place('nowhere'))).toMatchObject({ code: 2 })
  })

  it('is one whose documents are links: they are not followed', async () => {
    const folder = write('ada')
    rmSync(join(folder, 'sources/water.md'))
    writeFileSync(place('secret.md'), 'The code is 1234.')
    symlinkSync(place('secret.md'), join(folder, 'sources/water.md'))
    expect((await parrot('ask', folder, 'What is the code?')).said).toMatch(/sources\.yaml:1.*not there/)
  })
})

describe('ask', () => {
  it('answers questions in one conversation, with what it cites', async () => {
    const { code, said } = await parrot(
      'ask',
      write('ada'),
      'When is water turned on?',
      'And sprinklers?',
      '--workings',
    )
    expect(said).toMatch(/April.*\[1\] Water[\s\S]*not allowed/s)
    expect(said).toMatch(/Retrieval|Finding|passages/i)
    expect(code).toBe(0)
  })

  it('listens line by line when nothing is asked', async () => {
    const said: string[] = []
    const lines = Readable.from(['When is water turned on?\n', '\n'])
    await ask(write('ada'), [], {}, { out: (line) => said.push(line), err: () => undefined }, lines)
    expect(said[0]).toBe('Good day.')
    expect(said[1]).toContain('April')
  })
})

describe('diff', () => {
  it('says what is different, word by word, and ends with 1', async () => {
    const other = write('other', { 'rules.yaml': '- { id: we, do: Never say “pal”. }\n' })
    const { code, said } = await parrot('diff', write('ada'), other)
    expect(said).toMatch(/Rule changed\n +Never say “.*mate.*pal.*”\.\n\n1 difference\./)
    expect(code).toBe(1)
    expect(await parrot('diff', other, other)).toEqual({ code: 0, said: 'No difference.' })
  })
})

describe('export and import', () => {
  let app: TestApp
  let server: string
  beforeAll(async () => {
    app = await openTestApp()
    server = await app.server.listen({ host: '127.0.0.1', port: 0 })
    const { id } = (await app.ask('POST', '/api/agents', { name: 'Bo' })).body
    await app.read(id, rulesFile())
    const turns = [{ say: 'When is water turned on?', checks: [{ kind: 'includes', text: 'April' }] }]
    await app.ask('POST', `/api/agents/${id}/scripts`, { title: 'Water', turns })
    await app.ask('POST', `/api/agents/${id}/editions`, { summary: 'First' })
  })
  afterAll(() => app.end())

  it('bring an agent from a server to a folder, where it is rehearsed, and back', async () => {
    expect((await parrot('export', 'bo', place('bo'), '--server', server)).said).toContain('Bo was written')
    expect(await parrot('rehearse', place('bo'))).toMatchObject({ code: 0 })
    const { code, said } = await parrot('import', place('bo'), '--server', server)
    expect([code, said]).toEqual([0, expect.stringMatching(/^Bo was made: http.*\/agents\/\w+$/)])
    await parrot('export', 'bo-2', place('bo-2.zip'), '--server', server)
    expect(await parrot('diff', place('bo'), place('bo-2.zip'))).toEqual({ code: 0, said: 'No difference.' })
    expect(await parrot('export', 'bo', place('edition.zip'), '--edition', '1', '--server', server)).toMatchObject({
      code: 0,
    })
  })

  it('write over what an agent was there, take away what is no more, and leave the rest', async () => {
    const folder = write('ada')
    writeFileSync(join(folder, 'README.md'), 'Ours')
    await parrot('export', 'bo', folder, '--server', server)
    expect(readdirSync(join(folder, 'sources'))).toEqual(['rules.md'])
    expect(readFileSync(join(folder, 'README.md'), 'utf8')).toBe('Ours')
    mkdirSync(place('home'))
    writeFileSync(place('home', 'letter.txt'), 'Dear')
    expect((await parrot('export', 'bo', place('home'), '--server', server)).said).toContain('holds other things')
    expect(existsSync(place('home', 'brief.yaml'))).toBe(false)
  })

  it('keeps a whole server in one file', async () => {
    const { code, said } = await parrot('backup', place('all.tar.gz'), '--server', server)
    expect([code, said]).toEqual([0, expect.stringMatching(/all\.tar\.gz, \d+\.\d MB\.$/)])
    expect((await parrot('backup', place('all.tar.gz'), '--server', server)).said).toContain('is there already')
    expect((await parrot('backup', place('b'), '--server', 'http://127.0.0.1:9')).said).toContain('Nothing answers')
    expect(readdirSync(home)).toEqual(['all.tar.gz'])
  })

  it('need a key where there are members, who are made on the server’s machine', async () => {
    const members = await openTestApp()
    const at = await members.server.listen({ host: '127.0.0.1', port: 0 })
    const invited = await parrot('invite', 'Ada@Example.org', '--server', at, '--data', members.dataFolder)
    expect(invited.said).toMatch(/^For ada@example\.org, once, within a week:\nhttp.*\/invited\/[\w-]{43}$/)
    const token = invited.said.split('/').at(-1)!
    const entered = await members.ask('POST', `/api/invited/${token}`, { name: 'Ada', password: 'a long password' })
    const cookie = String(entered.headers['set-cookie']).split(';')[0]!
    const own = { cookie, origin: 'http://localhost:4100' }
    const { key } = (await members.ask('POST', '/api/session/keys', { name: 'cli' }, own)).body
    await members.ask('POST', '/api/agents', { name: 'Kept' }, own)
    expect((await parrot('export', 'kept', place('kept'), '--server', at)).said).toContain('Sign in first.')
    process.env.PARROT_KEY = key
    expect((await parrot('export', 'kept', place('kept'), '--server', at)).said).toContain('Kept was written')
    delete process.env.PARROT_KEY
    expect((await parrot('invite', 'x@example.org', '--server', at, '--data', home)).said).toContain('cannot be read')
    await members.end()
  })

  it('say what is wrong: no such agent, no server', async () => {
    expect(await parrot('export', 'tilly', place('x'), '--server', server)).toMatchObject({
      code: 2,
      said: expect.stringMatching(/no agent “tilly”.*bo/),
    })
    const nobody = await parrot('import', write('ada'), '--server', 'http://127.0.0.1:9')
    expect(nobody).toMatchObject({ code: 2, said: expect.stringContaining('Nothing answers') })
  })
})

describe('the command itself', () => {
  it('runs by its name, from anywhere, and ends with its code', () => {
    const bin = new URL('./bin/parrot.mjs', import.meta.url).pathname
    const folder = write('ada', { 'scripts.txt': FILES['scripts.txt'].replace('April', 'May') })
    const { status, stdout } = spawnSync(process.execPath, [bin, 'rehearse', 'ada'], { cwd: home, encoding: 'utf8' })
    expect([status, stdout]).toEqual([1, expect.stringContaining('1 of 2 scripts passed')])
    expect(folder).toContain('ada')
  })

  it('is told apart from a wrong one', async () => {
    expect(await parrot('rehears', 'x')).toMatchObject({ code: 2, said: expect.stringContaining('unknown command') })
    expect(await parrot('rehearse', 'x', '--times', 'often')).toMatchObject({ code: 2 })
    expect(await parrot('--help')).toMatchObject({ code: 0 })
  })
})
