import { describe, expect, it } from 'vitest'
import { briefFrom } from '../brief'
import { takeTurn, type Citation } from '../dialogue'
import { understudy } from '../understudy'
import { compareRuns, judge, playScript, scriptSchema, type Check, type ScriptResult } from './index'

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

  it('fails “cites” when nothing is cited, and does not count markers as words', () => {
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
