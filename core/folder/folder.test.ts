import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { briefFrom, ruleSchema } from '../brief'
import { calculator } from '../tools'
import { CUTTING } from '../library'
import { takeTurn } from '../dialogue'
import { scriptSchema } from '../rehearsal'
import { understudy } from '../understudy'
import {
  differencesBetween,
  openAgent,
  readFolder,
  unzipFiles,
  writeFolder,
  zipFiles,
  type FolderAgent,
  type FolderFile,
  type FolderSource,
} from './index'

const bytesOf = (text: string) => new TextEncoder().encode(text)
const textOf = (bytes: Uint8Array) => new TextDecoder().decode(bytes)

const source = (about: Partial<FolderSource> & Pick<FolderSource, 'origin' | 'content'>): FolderSource => ({
  title: 'Untitled',
  isTitled: false,
  description: '',
  isDescribed: false,
  shelf: '',
  tags: [],
  weight: 1,
  validFrom: null,
  validUntil: null,
  refreshHours: null,
  asOf: null,
  cutting: CUTTING,
  edits: [],
  ...about,
})

const RULES = `# Site rules

## Water

Water is free from April on. Nobody uses a sprinkler.

## Sheds

A shed may be 2 m high.
`

const ADA: FolderAgent = {
  name: 'Ada',
  brief: briefFrom({
    identity: { name: 'Ada', role: 'the allotment office' },
    manner: { persona: 'Patient.\nNever in a hurry.', samples: ['Good morning!\n\nYour plot is ready.'] },
    rules: [
      { id: 'no-cheap', do: 'Never say "cheap".' },
      {
        id: 'sorry',
        when: 'somebody complains',
        do: 'Say sorry first.',
        strength: 'usually',
        enabled: false,
        like: ['It broke!'],
      },
    ],
    ruleSets: ['house'],
    duties: [
      { id: 'book', name: 'Book a plot', when: 'they want a plot', ask: [{ name: 'name', question: 'Who are you?' }] },
    ],
    glossary: [{ id: 'plot', term: 'plot', meaning: 'A piece of ground.', also: ['parcel'] }],
    answers: [{ id: 'hours', question: 'When are you open?', answer: '' }],
    grounding: { whenUnknown: '' },
    freeform: 'Line one.\n\n# Line two\n',
  }),
  ruleSets: [{ id: 'house', name: 'House style', rules: [ruleSchema.parse({ id: 'we', do: 'Say “we”.' })] }],
  scripts: [scriptSchema.parse({ title: 'Water', turns: [{ say: 'Is water free?', checks: [{ kind: 'grounded' }] }] })],
  sources: [
    source({
      origin: { kind: 'file', name: 'Site rules.md', mediaType: '' },
      content: () => bytesOf(RULES),
      title: 'Site rules',
      shelf: 'Ground',
      weight: 1.5,
      edits: [{ kind: 'correct', passage: 'A shed may be 2 m high.', nth: 0, text: 'A shed may be 3 m high.' }],
    }),
    source({
      origin: { kind: 'pairs', title: 'Asked' },
      content: () => bytesOf(JSON.stringify([{ question: 'Who pays?', answer: '=You, "always",\nand =we.' }])),
      title: 'Asked',
    }),
    source({
      origin: { kind: 'site', url: 'https://allotments.example/', maxPages: 5, maxDepth: 1 },
      content: () =>
        bytesOf(
          JSON.stringify([{ url: 'https://allotments.example/', html: '<h1>Us</h1><p>We are on Mill Lane.</p>' }]),
        ),
      title: 'Our pages',
      isTitled: true,
      asOf: '2026-11-02',
    }),
    source({
      origin: { kind: 'note', title: 'Bees' },
      content: () => bytesOf('Bees are kept at plot 9.'),
      title: 'Bees',
    }),
  ],
  questions: [{ question: 'Is water free?', source: 0, excerpt: 'Water is free' }],
}

const filesOf = async (agent: FolderAgent): Promise<FolderFile[]> => {
  const files: FolderFile[] = []
  for await (const file of writeFolder(agent)) files.push(file)
  return files
}
const textIn = async (agent: FolderAgent, path: string) =>
  textOf((await filesOf(agent)).find((file) => file.path === path)!.bytes)
const changed = async (path: string, change: (text: string) => string): Promise<FolderFile[]> =>
  (await filesOf(ADA)).map((file) => (file.path === path ? { path, bytes: bytesOf(change(textOf(file.bytes))) } : file))
const problemsOf = async (files: readonly FolderFile[]) => {
  const read = await readFolder(files)
  return read.ok ? [] : read.problems
}

describe('an agent as a folder', () => {
  it('is files one can read: settings, rules one a line, scripts as text, pairs as CSV, documents as they came', async () => {
    expect((await filesOf(ADA)).map(({ path }) => path)).toEqual([
      '.gitattributes',
      'brief.yaml',
      'freeform.md',
      'parrot.yaml',
      'questions.csv',
      'rules.yaml',
      'scripts.txt',
      'shared-rules/house-style.yaml',
      'sources.yaml',
      'sources/Site rules.md',
      'sources/allotments.example/start.html',
      'sources/asked.csv',
      'sources/bees.md',
    ])
    expect((await textIn(ADA, 'rules.yaml')).split('\n').filter((line) => line.startsWith('-'))).toEqual([
      `- { id: no-cheap, do: Never say "cheap". }`,
      `- { id: sorry, when: somebody complains, do: Say sorry first., strength: usually, enabled: false, like: [ It broke! ] }`,
    ])
    expect(await textIn(ADA, 'brief.yaml')).toContain('  persona: |-\n    Patient.\n    Never in a hurry.\n')
    expect(await textIn(ADA, 'sources/asked.csv')).toBe('question,answer\nWho pays?,"=You, ""always"",\nand =we."\n')
  })

  it('is read again as the same agent', async () => {
    const read = await readFolder(await filesOf(ADA))
    if (!read.ok) throw new Error(JSON.stringify(read.problems))
    const bare = ({ content: _content, sum: _sum, ...rest }: FolderSource) => rest
    expect({ ...read.agent, sources: read.agent.sources.map(bare) }).toEqual({ ...ADA, sources: ADA.sources.map(bare) })
    for (const [at, { content }] of ADA.sources.entries())
      expect(textOf(await read.agent.sources[at]!.content())).toBe(textOf(await content()))
    expect(await differencesBetween(ADA, read.agent)).toEqual([])
  })

  it('gives the same bytes for the same agent, packed too', async () => {
    const packed = async (agent: FolderAgent) => {
      const pieces: number[] = []
      await zipFiles(writeFolder(agent), (piece) => void pieces.push(...piece))
      return new Uint8Array(pieces)
    }
    const once = await packed(ADA)
    const unpacked = unzipFiles(once, 'ada.zip')
    const read = unpacked.ok ? await readFolder(unpacked.files) : undefined
    if (!read?.ok) throw new Error('It was not read.')
    expect(await packed(read.agent)).toEqual(once)
  })

  it('keeps whatever is written into a brief', async () => {
    const text = fc.string({ unit: 'grapheme', maxLength: 40 })
    const lines = fc.array(fc.oneof(text, fc.constantFrom('- a: b', '# c', "it's", 'null', '1e3', '!x', '')), {
      maxLength: 4,
    })
    const brief = fc.record({ does: text, say: lines, dial: fc.integer({ min: 0, max: 100 }), free: text })
    await fc.assert(
      fc.asyncProperty(brief, async ({ does, say, dial, free }) => {
        const written = briefFrom({
          rules: [{ id: 'r', do: does, like: say }],
          manner: { persona: say.join('\n'), dials: { warmth: dial } },
          purpose: { goals: say },
          freeform: free,
        })
        const read = await readFolder(await filesOf({ ...ADA, brief: written, ruleSets: [] }))
        expect(read).toMatchObject({ ok: true, agent: { brief: written } })
      }),
      { numRuns: 60, seed: 7 },
    )
  })

  it('answers without a server, by its documents, their corrections, and its shared rules', async () => {
    const { brief, library, unread } = await openAgent(ADA, '2026-11-28')
    const state = await takeTurn('How high may a shed be?', {
      brief,
      library,
      model: understudy,
      conversation: [],
      clock: () => 0,
      today: { date: '2026-11-28', weekday: 5 },
      audience: 'reviewer',
      tools: [calculator],
    })
    expect(state.reply).toContain('3 m high')
    expect(brief.rules.map(({ id }) => id)).toEqual(['no-cheap', 'sorry', 'we'])
    expect(unread).toEqual([])
  })

  it('leaves out what is not valid on the day, and tells of what cannot be read', async () => {
    const [rules] = ADA.sources
    const old = { ...rules!, validUntil: '2026-01-31' }
    const broken = source({
      origin: { kind: 'file', name: 'x.pdf', mediaType: '' },
      content: () => bytesOf('no'),
      title: 'X',
    })
    const opened = await openAgent({ ...ADA, sources: [old, broken] }, '2026-11-28')
    expect(opened.library.search('shed', 5)).toEqual([])
    expect(opened.unread).toMatchObject([{ title: 'X' }])
  })
})

describe('a folder that was packed elsewhere', () => {
  it('may lie in a folder of its own, beside what tools leave behind', async () => {
    const files = (await filesOf(ADA)).map(({ path, bytes }) => ({ path: `ada-main/${path}`, bytes }))
    const beside = ['__MACOSX/._ada', 'ada-main/.git/config', 'ada-main/sources/.DS_Store', 'ada-main/README.md']
    const read = await readFolder([...files, ...beside.map((path) => ({ path, bytes: bytesOf('x') }))])
    expect(read).toMatchObject({ ok: true, agent: { name: 'Ada' } })
  })
})

describe('a folder that does not fit', () => {
  it.each([
    ['rules.yaml', 'no-cheap, do', 'no-cheap, does', { file: 'rules.yaml', isThere: true, message: /does/ }],
    ['rules.yaml', '- { id: sorry', '- { id: sorry, ', { file: 'rules.yaml', isThere: true, message: /no YAML/ }],
    [
      'brief.yaml',
      'warmth: 60',
      'warmth: very',
      { file: 'brief.yaml', isThere: true, message: /manner, dials, warmth must be a number/ },
    ],
    [
      'brief.yaml',
      'manner:',
      'maner:',
      { file: 'brief.yaml', isThere: true, message: /maner: a brief has no such field/ },
    ],
    ['brief.yaml', '  - house', '  - garden', { file: 'brief.yaml', message: /garden/ }],
    ['parrot.yaml', 'folder/1', 'folder/9', { file: 'parrot.yaml', isThere: true, message: /another version/ }],
    ['parrot.yaml', 'brief: 1', 'brief: 99', { file: 'parrot.yaml', message: /newer/ }],
    ['scripts.txt', 'visitor: Is', 'Is', { file: 'scripts.txt', isThere: true, message: /title|turn/ }],
    [
      'sources.yaml',
      'file: sources/bees.md',
      'file: sources/wasps.md',
      { file: 'sources.yaml', isThere: true, message: /not there/ },
    ],
    [
      'sources.yaml',
      'file: sources/bees.md',
      'file: ../bees.md',
      { file: 'sources.yaml', isThere: true, message: /leads out/ },
    ],
    ['sources.yaml', 'weight: 1.5', 'weight: 99', { file: 'sources.yaml', isThere: true, message: /weight/ }],
    ['sources/asked.csv', 'question,', 'q,', { file: 'sources/asked.csv', isThere: true, message: /question/ }],
    ['sources/asked.csv', 'Who pays?', '', { file: 'sources/asked.csv', message: /a question and an answer/ }],
    ['sources/Site rules.md', '2 m high', '9 m high', { file: 'sources.yaml', message: /is not what was written/ }],
    ['questions.csv', 'sources/Site', 'sources/site', { file: 'questions.csv', isThere: true, message: /not in/ }],
  ] as [string, string, string, { file: string; isThere?: boolean; message: RegExp }][])(
    '%s: %j as %j names file and line',
    async (path, from, to, { file, isThere, message }) => {
      let line = 0
      const files = await changed(path, (text) => {
        expect(text).toContain(from)
        line = text.slice(0, text.indexOf(from)).split('\n').length
        return text.replace(from, to)
      })
      expect(await problemsOf(files)).toContainEqual(
        expect.objectContaining({ file, ...(isThere ? { line } : {}), message: expect.stringMatching(message) }),
      )
    },
  )

  it('is refused whole where a name leads out of it', async () => {
    for (const path of ['../outside.md', '/etc/passwd', 'sources/../../x', 'C:/x', 'a\\..\\b', 'sources/\u0000x'])
      expect(await readFolder([...(await filesOf(ADA)), { path, bytes: bytesOf('x') }])).toMatchObject({
        ok: false,
        problems: [{ message: expect.stringContaining('leads out') }],
      })
  })

  it('tells of a document that nobody names, and of names that one file system would take for one', async () => {
    const files = await filesOf(ADA)
    expect(await problemsOf([...files, { path: 'sources/new.md', bytes: bytesOf('x') }])).toMatchObject([
      { file: 'sources/new.md', message: expect.stringContaining('does not name it') },
    ])
    expect(await problemsOf([...files, { path: 'Brief.yaml', bytes: bytesOf('x') }])).toMatchObject([
      { file: 'Brief.yaml', message: expect.stringContaining('two files') },
    ])
  })

  it('is told from something else', async () => {
    expect(await problemsOf([{ path: 'letter.txt', bytes: bytesOf('Dear') }])).toMatchObject([{ file: 'parrot.yaml' }])
    expect(unzipFiles(bytesOf('no zip at all'), 'x.zip')).toMatchObject({ ok: false })
  })

  it('does not unfold what refers to itself', async () => {
    const bomb = [
      'a: &a [x, x, x, x, x, x, x, x, x]',
      ...'bcdefghi'.split('').map((name, at) => {
        const before = String.fromCharCode(name.charCodeAt(0) - 1)
        return `${name}: &${name} [${Array(9).fill(`*${before}`).join(', ')}] # ${at}`
      }),
    ].join('\n')
    expect(await problemsOf(await changed('brief.yaml', () => bomb))).toMatchObject([{ file: 'brief.yaml' }])
  })
})

describe('two agents', () => {
  it('are told apart in words', async () => {
    const [rules, ...others] = ADA.sources
    const other: FolderAgent = {
      ...ADA,
      brief: briefFrom({ ...ADA.brief, rules: ADA.brief.rules.slice(1), openers: { greeting: 'Hi.' } }),
      sources: [{ ...rules!, weight: 2 }, ...others.slice(0, -1)],
      scripts: [...ADA.scripts, scriptSchema.parse({ title: 'Sheds', turns: [{ say: 'How high?' }] })],
    }
    expect((await differencesBetween(ADA, other)).map(({ label, kind }) => `${label} ${kind}`)).toEqual([
      'Rule removed',
      'Greeting added',
      'Source removed',
      'Source changed',
      'Script added',
    ])
  })
})
