import { describe, expect, it } from 'vitest'
import { scriptSchema, type Script, type ScriptResult } from '../index'
import {
  asJunit,
  scriptsAsFile,
  scriptsAsTable,
  scriptsAsText,
  scriptsFromFile,
  scriptsFromTable,
  scriptsFromText,
} from './index'

const DOGS = scriptSchema.parse({
  title: 'A dog on board',
  folder: 'Pets',
  tags: ['dogs', 'desk'],
  turns: [
    {
      say: 'May I bring my dog?',
      checks: [
        { kind: 'means', text: 'Dogs travel free on a lead.' },
        { kind: 'cites', source: 'Luggage' },
        { kind: 'includes', text: 'cheap', not: true },
        { kind: 'maxWords', words: 40, soft: true },
      ],
    },
    {
      say: 'And a cat?',
      checks: [
        { kind: 'outcome', outcome: 'unknown' },
        { kind: 'plain', text: 'apologises' },
      ],
    },
  ],
})

describe('scripts as conversations in plain text', () => {
  it('become turns and checks', () => {
    const read = scriptsFromText(`
# A dog on board
folder: Pets
tags: dogs, desk
visitor: May I bring my dog?
agent: Dogs travel free on a lead.
- cites: Luggage
- not: says: “cheap”
- warn: words: 40
visitor: And a cat?
- outcome: unknown
- apologises
`)
    expect(read).toEqual({ ok: true, scripts: [DOGS] })
  })

  it('are written so that they read the same again', () => {
    expect(scriptsFromText(scriptsAsText([DOGS, { ...DOGS, title: 'Again' }]))).toMatchObject({
      scripts: [DOGS, { title: 'Again', turns: DOGS.turns }],
    })
  })

  it('keep every kind of check, lines that are several, and words that look like something else', () => {
    const say = 'Hello.\n\n# Not a title\n- not a check'
    const checks = [
      { kind: 'excludes', text: '“cheap”' },
      { kind: 'matches', pattern: '^"a: b"$', not: true },
      { kind: 'means', text: 'One.\n- Two.', soft: true },
      { kind: 'manner', dial: 'warmth', from: 40, to: 90 },
      { kind: 'tool', name: 'calculator', holding: '3 * 4' },
      { kind: 'insert', shows: 'quiz', holding: 'bees' },
      { kind: 'insert', shows: 'any', holding: '' },
      { kind: 'asksFor', name: '' },
      { kind: 'duty', name: 'Book a bike' },
      { kind: 'rule', text: ' no-cheap' },
      { kind: 'grounded', not: true, soft: true },
      { kind: 'handsOver' },
      { kind: 'plain', text: 'words: 40' },
      { kind: 'plain', text: 'not: rude' },
      { kind: 'outcome', outcome: 'declined' },
    ]
    const script = scriptSchema.parse({ title: '# of dogs', turns: [{ say, checks }] })
    const written = scriptsAsText([script])
    // That a text must not be said has one form of its own.
    const turns = [{ say, checks: [{ kind: 'includes', text: '“cheap”', not: true }, ...checks.slice(1)] }]
    expect(scriptsFromText(written)).toEqual({ ok: true, scripts: [{ ...script, turns }] })
    const again = scriptsFromText(written)
    expect(again.ok && scriptsAsText(again.scripts)).toBe(written)
  })

  it('need no title, and a longer line goes on', () => {
    expect(scriptsFromText('visitor: May I bring\nmy dog?\nagent: Yes,\non a lead.')).toMatchObject({
      scripts: [{ title: 'May I bring my dog?', turns: [{ checks: [{ text: 'Yes, on a lead.' }] }] }],
    })
  })

  it.each([
    ['agent: Yes.', 1, 'without a question'],
    ['# Dogs\nvisitor: Hm?\nvisitor:', 3, 'says nothing'],
    ['# Dogs\n\n- cites', 3, 'without a turn'],
    ['hello', 1, 'belongs nowhere'],
    ['# Empty', 1, 'at least one turn'],
  ])('that cannot be read say where: %j', (text, line, problem) => {
    expect(scriptsFromText(text)).toMatchObject({ ok: false, line, problem: expect.stringContaining(problem) })
  })
})

describe('what a tool answers', () => {
  it('is written with its turn and read again', () => {
    const answer = '{"number": "B-7",\n "day": "12 March"}'
    const script: Script = {
      title: 'Booking',
      folder: '',
      tags: [],
      turns: [{ say: 'Book it', checks: [], tools: [{ name: 'book_crossing', answer }] }],
    }
    const text = scriptsAsText([script])
    expect(text).toContain('tool: book_crossing: {"number": "B-7",\n|  "day": "12 March"}')
    expect(scriptsFromText(text)).toEqual({ ok: true, scripts: [script] })
    expect(scriptsFromText('visitor: x\ntool: nothing')).toMatchObject({ ok: false, line: 2 })
  })
})

describe('scripts as a table', () => {
  it('are a row each', () => {
    const csv = 'Question,Must say,Must not say,Source\nMay I bring my dog?,"lead\nfree",cheap,Luggage\n'
    expect(scriptsFromTable(csv)).toMatchObject({
      scripts: [
        {
          title: 'May I bring my dog?',
          turns: [
            {
              checks: [
                { kind: 'includes', text: 'lead' },
                { kind: 'includes', text: 'free' },
                { kind: 'includes', text: 'cheap', not: true },
                { kind: 'cites', source: 'Luggage' },
              ],
            },
          ],
        },
      ],
    })
    expect(scriptsFromTable('question;means\nDogs?;Yes.')).toMatchObject({ scripts: [{ turns: [{ say: 'Dogs?' }] }] })
  })

  it('read the same again, and hold no formulas', () => {
    const [turn] = DOGS.turns
    const one = { ...DOGS, turns: [{ say: turn!.say, checks: turn!.checks.filter(({ kind }) => kind !== 'maxWords') }] }
    const read = scriptsFromTable(scriptsAsTable([one]))
    expect(read).toMatchObject({ scripts: [{ title: one.title, folder: 'Pets', tags: one.tags }] })
    expect(scriptsAsTable([{ ...one, title: '=1+1' }])).toContain("'=1+1")
  })

  it.each([
    ['a,b\n1,2', 1, 'one of them “question”'],
    ['question,source\nDogs?,x\n,y', 3, 'no question in this row'],
    [`question\n${'Dogs?\n'.repeat(50_000)}`, 2002, 'More than 2000 rows'],
    ['question\n"never ends', 2, 'Quote'],
  ])('that cannot be read say where: %#', (csv, line, problem) => {
    expect(scriptsFromTable(csv)).toMatchObject({ ok: false, line, problem: expect.stringContaining(problem) })
  })
})

describe('scripts as our own file', () => {
  it('keep everything', () => expect(scriptsFromFile(scriptsAsFile([DOGS]))).toEqual({ ok: true, scripts: [DOGS] }))

  it('that cannot be read say where', () => {
    expect(scriptsFromFile('{\n  "form": oops')).toMatchObject({
      ok: false,
      problem: expect.stringContaining('no JSON'),
    })
    expect(scriptsFromFile('{"form":"other"}')).toMatchObject({ ok: false, problem: expect.stringContaining('form') })
  })
})

describe('a run as JUnit XML', () => {
  const turn = {
    say: 'Dogs & <cats>?',
    reply: 'No\u0000.',
    outcome: 'answered',
    citations: [],
    workings: [],
    passed: false,
  } as const
  const check = { kind: 'includes', text: 'x' } as const
  const results: ScriptResult[] = [
    {
      scriptId: 's',
      title: 'Pets',
      passed: false,
      turns: [
        { ...turn, checks: [{ check, passed: false, reason: 'The reply does not say “x”.' }] },
        { ...turn, say: 'Soft', checks: [{ check: { ...check, soft: true }, passed: false, reason: 'Hm.' }] },
      ],
    },
    { scriptId: 't', title: 'Broken', passed: false, turns: [], error: 'The model fails.' },
  ]

  it('has a case for each turn, failures with their reasons, and nothing that breaks XML', () => {
    const xml = asJunit('Marlow', results)
    expect(xml).toContain('<testsuite name="Marlow" tests="3" failures="1" errors="1" time="0.000">')
    expect(xml).toContain('classname="Pets" name="Dogs &amp; &lt;cats&gt;?"')
    expect(xml).toContain('<failure message="The reply does not say “x”.">')
    expect(xml).toContain('<error message="The model fails."/>')
    expect(xml).not.toContain('\u0000')
    expect(xml.match(/<testcase/g)).toHaveLength(3)
  })
})
