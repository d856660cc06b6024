import { describe, expect, it } from 'vitest'
import { briefFrom } from '../brief'
import { takeTurn, type Citation } from '../dialogue'
import { understudy } from '../understudy'
import {
  compareRuns,
  judge,
  playScript,
  rehearsedTools,
  repeated,
  scriptSchema,
  type Check,
  type ScriptResult,
} from './index'

const citation: Citation = {
  marker: 1,
  passageId: 'p',
  sourceId: 's',
  sourceTitle: 'Conditions of carriage',
  headings: [],
  quote: '',
  locator: { kind: 'page', page: 3, label: 'page 3' },
}
const reply = { reply: 'Dogs travel free, on a lead [1].', outcome: 'answered', citations: [citation] } as const

describe('a check', () => {
  it.each<[Check, boolean, string]>([
    [{ kind: 'includes', text: 'TRAVEL  free' }, true, 'says'],
    [{ kind: 'includes', text: 'muzzle' }, false, 'does not say “muzzle”'],
    [{ kind: 'excludes', text: 'muzzle' }, true, 'does not say'],
    [{ kind: 'excludes', text: 'lead' }, false, 'says “lead”'],
    [{ kind: 'matches', pattern: 'dogs? travel' }, true, 'matches'],
    [{ kind: 'matches', pattern: '(' }, false, 'not a valid pattern'],
    [{ kind: 'matches', pattern: '(a|aa)+$' }, false, 'does not match'],
    [{ kind: 'matches', pattern: '(?=x)' }, false, 'looks ahead'],
    [{ kind: 'includes', text: 'muzzle', not: true }, true, 'does not say “muzzle”'],
    [{ kind: 'cites', source: 'Fares', not: true }, true, 'not “Fares”'],
    [{ kind: 'maxWords', words: 3, not: true }, true, '3 more than 3'],
    [{ kind: 'matches', pattern: '(', not: true }, false, 'not a valid pattern'],
    [{ kind: 'cites', source: '' }, true, 'cites “Conditions of carriage”'],
    [{ kind: 'cites', source: 'conditions' }, true, 'cites'],
    [{ kind: 'cites', source: 'Fares' }, false, 'not “Fares”'],
    [{ kind: 'outcome', outcome: 'answered' }, true, 'answered'],
    [{ kind: 'outcome', outcome: 'unknown' }, false, 'answered, not unknown'],
    [{ kind: 'handsOver' }, false, 'not passed on'],
    [{ kind: 'maxWords', words: 6 }, true, '6 words, at most 6'],
    [{ kind: 'maxWords', words: 4 }, false, '2 more than 4'],
  ])('%j', (check, passed, reason) => {
    const verdict = judge(check, reply)
    expect(verdict.passed).toBe(passed)
    expect(verdict.reason).toContain(reason)
  })

  it.each<[string, string, boolean]>([
    ['Dogs go free of charge on a lead.', 'Dogs travel free, on a lead.', true],
    ['Dogs do not travel free.', 'Dogs travel free.', false],
    ['A dog costs £4.', 'A dog costs £3.', false],
    ['A dog costs £3.00 for each crossing. Bring a lead.', 'A dog costs £3.', true],
    ['Good morning!', 'Good morning', true],
    ['Good morning!', 'See you soon', false],
  ])('“%s” means “%s”: %s', (said, text, passed) => {
    expect(judge({ kind: 'means', text }, { ...reply, reply: said }).passed).toBe(passed)
  })

  it.each<[string, string, boolean]>([
    ['apologises', 'I am sorry about that. It costs £4.', true],
    ['apologises', 'It costs £4.', false],
    ['does not apologise', 'It costs £4.', true],
    ['gives a price', 'It costs £4.', true],
    ['gives a price', 'It costs nothing.', false],
    ['never gives a price', 'It costs £4.', false],
    ['asks which island', 'To which island would you like to go?', true],
    ['asks which island', 'On which day?', false],
    ['mentions the group form', 'There is a form for your group.', true],
    ['mentions the group form', 'There is a form.', false],
    ['gives a phone number', 'Call 01632 960 144.', true],
    ['is short', 'Yes.', true],
    ['answers in German', 'Hunde fahren kostenlos mit, wenn sie an der Leine sind.', true],
    ['thanks the visitor', 'Thank you for asking.', true],
  ])('in plain words: “%s” of “%s” is %s', (text, said, passed) => {
    expect(judge({ kind: 'plain', text }, { ...reply, reply: said }).passed).toBe(passed)
  })

  it('in plain words that nothing here can judge says so, and fails until somebody can', () => {
    expect(judge({ kind: 'plain', text: 'sounds like a pirate' }, reply)).toMatchObject({
      passed: false,
      isUnjudged: true,
    })
  })

  it('of how a reply came to be: what was asked, backed, called for', () => {
    const [duty] = [{ step: 'duty', title: '', summary: 'The duty “Book” asks for “day”.', details: [], tookMs: 0 }]
    const asking = { dutyId: 'b', filled: {}, asking: 'day', isPaused: false }
    const turn = { ...reply, reply: 'On which day?', workings: [duty!], memory: { facts: [], duty: asking } }
    const passes = (check: Check) => judge(check, turn).passed
    expect([passes({ kind: 'asksFor', name: 'day' }), passes({ kind: 'asksFor', name: 'island' })]).toEqual([
      true,
      false,
    ])
    expect([passes({ kind: 'duty', name: 'book' }), passes({ kind: 'duty', name: 'refund' })]).toEqual([true, false])
    const claim = { text: 'Dogs fly.', score: 0, isClaim: true, isSupported: false, by: 'none' } as const
    expect(judge({ kind: 'grounded' }, { ...reply, support: [claim] })).toMatchObject({
      passed: false,
      reason: 'Nothing backs “Dogs fly.”.',
    })
    expect(judge({ kind: 'rule', text: 'x' }, reply).reason).toBe('No rule with a condition was called for.')
    expect(judge({ kind: 'tool', name: 'calculator', holding: '' }, reply).reason).toBe('No tool was called.')
  })

  it('fails “cites” when nothing is cited, and does not count markers as words', () => {
    const shown = { ...reply, inserts: [{ kind: 'link', title: 'Join', url: 'https://plots.example' }] } as const
    expect(judge({ kind: 'insert', shows: 'link', holding: 'plots' }, shown).passed).toBe(true)
    expect(judge({ kind: 'insert', shows: 'quiz', holding: '' }, shown).reason).toBe('Shown is link, no quiz.')
    expect(judge({ kind: 'insert', shows: 'any', holding: '' }, reply).passed).toBe(false)
    expect(judge({ kind: 'cites', source: '' }, { ...reply, citations: [] })).toEqual({
      passed: false,
      reason: 'The reply cites nothing.',
    })
  })

  it('tells to whom a conversation was passed on', () => {
    const passedOn = (to: string) => judge({ kind: 'handsOver' }, { ...reply, handOver: { to, field: 'rules.0' } })
    expect(passedOn('the desk')).toEqual({ passed: true, reason: 'The conversation was passed on to the desk.' })
    expect(passedOn('').reason).toBe('The conversation was passed on to a person.')
  })

  it('must be filled in to be kept', () => {
    expect(
      scriptSchema.safeParse({ title: 'x', turns: [{ say: 'y', checks: [{ kind: 'includes', text: '' }] }] }).success,
    ).toBe(false)
    expect(scriptSchema.safeParse({ title: 'x', turns: [] }).success).toBe(false)
  })
})

describe('playing a script', () => {
  const play = (said: string, conversation: Parameters<Parameters<typeof playScript>[1]>[1]) =>
    takeTurn(said, {
      brief: briefFrom({ openers: { greeting: 'Welcome!' } }),
      library: { search: () => [] },
      model: understudy,
      conversation,
      clock: () => 0,
    })

  it('passes with a warning where only a soft check fails', async () => {
    const script = scriptSchema.parse({
      title: 'Softly',
      turns: [{ say: 'Hello', checks: [{ kind: 'includes', text: 'Ahoy', soft: true }] }],
    })
    const result = await playScript({ ...script, id: 's1' }, play)
    expect([result.passed, result.turns[0]!.checks[0]!.passed]).toEqual([true, false])
  })

  it('goes on in one conversation and passes when every check does', async () => {
    const script = scriptSchema.parse({
      title: 'Hello twice',
      turns: [
        { say: 'Hello', checks: [{ kind: 'includes', text: 'Welcome!' }] },
        { say: 'Hello', checks: [{ kind: 'excludes', text: 'Welcome!' }] },
      ],
    })
    const result = await playScript({ ...script, id: 's1' }, play)
    expect(result.passed).toBe(true)
    expect(result.turns[1]!.reply).not.toBe(result.turns[0]!.reply)
  })
})

describe('what nothing here can tell', () => {
  const script = {
    id: 's',
    title: 'Humour',
    turns: [
      {
        say: 'Hello',
        checks: [
          { kind: 'plain', text: 'sounds wistful' },
          { kind: 'plain', text: 'sounds rude', not: true },
          { kind: 'plain', text: 'rhymes' },
        ] satisfies Check[],
      },
    ],
  }
  const state = { ...reply, said: 'Hello', workings: [], memory: undefined } as never

  it('is judged by whoever is asked, who is named; and stays open where they cannot tell either', async () => {
    const asked: string[] = []
    const result = await playScript(
      script,
      async () => state,
      [],
      async (statement) => {
        asked.push(statement)
        return statement === 'rhymes'
          ? undefined
          : { holds: statement.includes('wistful'), why: 'It sighs.', by: 'Cloud' }
      },
    ).catch((error: unknown) => error as never)
    expect(asked).toEqual(['sounds wistful', 'sounds rude', 'rhymes'])
    expect(result.turns[0]!.checks).toMatchObject([
      { passed: true, reason: '“Cloud” says yes: It sighs.' },
      { passed: true, reason: '“Cloud” says no: It sighs.' },
      { passed: false, isUnjudged: true },
    ])
  })
})

describe('several plays of a script', () => {
  it('are one result: the first that failed, with how often each check held', () => {
    const play = (...held: boolean[]): ScriptResult => {
      const checks = held.map((passed) => ({ check: { kind: 'grounded' }, passed, reason: '' }) as const)
      const passed = held.every(Boolean)
      return { scriptId: 's', title: 'S', passed, turns: [{ ...reply, say: 'x', workings: [], checks, passed }] }
    }
    const result = repeated([play(true, true), play(false, true), play(true, true)])
    expect(result).toMatchObject({ passed: false, repeats: { times: 3, passed: 2, held: [[2, 3]] } })
    expect(repeated([play(true)])).toEqual(play(true))
  })
})

describe('comparing runs', () => {
  const result = (scriptId: string, passed: boolean, ...replies: string[]): ScriptResult => ({
    scriptId,
    title: scriptId,
    passed,
    turns: replies.map((text) => ({
      say: 'x',
      reply: text,
      outcome: 'answered',
      citations: [],
      workings: [],
      checks: [],
      passed,
    })),
  })

  it('names what was mended, broken, reworded, the same and new, and where', () => {
    const before = [
      result('a', false, '1'),
      result('b', true, '1'),
      result('c', true, '1', '2'),
      result('d', true, '1'),
    ]
    const now = [
      result('a', true, '2'),
      result('b', false, '1'),
      result('c', true, '1', '3'),
      result('d', true, '1'),
      result('e', true, '1'),
    ]
    expect(compareRuns(before, now)).toEqual([
      { scriptId: 'a', movement: 'mended', turns: [0] },
      { scriptId: 'b', movement: 'broken', turns: [] },
      { scriptId: 'c', movement: 'reworded', turns: [1] },
      { scriptId: 'd', movement: 'same', turns: [] },
      { scriptId: 'e', movement: 'new', turns: [] },
    ])
  })
})

describe('tools where nobody outside is asked', () => {
  const tools = (recorded: { name: string; answer: string }[] = []) =>
    rehearsedTools(
      briefFrom({ tools: [{ id: 'pick' }, { id: 'water_level' }] }),
      [{ name: 'water_level', title: 'Water', description: '', parameters: {}, changes: false, answer: '"kept"' }],
      recorded,
      () => new Date(0),
    )
  const told = async (name: string, input: object, recorded?: { name: string; answer: string }[]) =>
    (
      await tools(recorded)
        .find((tool) => tool.name === name)
        ?.call(input)
    )?.text

  it('answer as was kept for tests, and chance always takes the first', async () => {
    expect(await told('water_level', {})).toBe('"kept"')
    expect(await told('pick', { choices: 'tea, coffee' })).toBe('tea')
    expect(await told('calculator', { expression: '2 + 3' })).toBe('5')
    expect(await told('today', {})).toBeUndefined()
  })

  it('answer as the script says, those that need nothing outside too', async () => {
    expect(await told('pick', {}, [{ name: 'pick', answer: '{"picked":"coffee"}' }])).toContain('coffee')
    expect(await told('water_level', {}, [{ name: 'water_level', answer: '{"litres":3}' }])).toContain('3')
  })
})
