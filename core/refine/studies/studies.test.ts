import { describe, expect, it } from 'vitest'
import { applyEdit, briefFrom, type Brief } from '../../brief'
import { takeTurn } from '../../dialogue'
import { playScript, scriptSchema, type ScriptResult } from '../../rehearsal'
import { allotments } from '../../testing'
import { understudy } from '../../understudy'
import {
  comparedLines,
  comparisonAsCsv,
  coverageOf,
  effectOf,
  entriesOf,
  firstLike,
  reworded,
  REWORDINGS,
  stressed,
  touchesIt,
  usedIn,
} from './index'

const brief = briefFrom({
  rules: [
    { id: 'tap', when: 'someone asks about water', do: 'say “Bring the tap key.”' },
    { id: 'fire', when: 'someone asks about bonfires', do: 'say “Keep a bucket at hand.”' },
    { id: 'snakes', when: 'someone asks about snakes', do: 'say “There are none.”' },
  ],
  boundaries: [{ id: 'law', subject: 'legal advice', examples: ['Can I sue my neighbour?'], reply: 'Ask a lawyer.' }],
  answers: [{ id: 'dogs', question: 'May I bring a dog?', answer: 'Yes, on a lead.' }],
})
const scripts = [
  ['Water', 'When is the water turned on?', 'tap key'],
  ['Bonfires', 'When are bonfires allowed?', 'November'],
].map(([title, say, text]) => ({
  id: title!,
  ...scriptSchema.parse({ title, turns: [{ say, checks: [{ kind: 'includes', text }] }] }),
}))

const play = (on: Brief, played: readonly (typeof scripts)[number][] = scripts): Promise<ScriptResult[]> =>
  Promise.all(
    played.map((script) =>
      playScript(script, (said, conversation) =>
        takeTurn(said, { brief: on, library: allotments, model: understudy, conversation, clock: () => 0 }),
      ),
    ),
  )

describe('effects', () => {
  it('tell what breaks without an entry, what is only reworded, and what does nothing', async () => {
    const before = await play(brief)
    const used = new Set(before.flatMap(({ turns }) => turns.flatMap((turn) => [...usedIn(turn, brief)])))
    const effects = await Promise.all(
      entriesOf(brief)
        .filter(({ label }) => label === 'Rule')
        .map(async (entry) => {
          const edited = applyEdit(brief, entry.without)
          if (!edited.ok) throw new Error(edited.problem)
          return effectOf(entry, used.has(entry.id), before, await play(edited.brief))
        }),
    )
    expect(effects.map(({ id, verdict, broken, reworded: said }) => [id, verdict, broken.length, said.length])).toEqual(
      [
        ['rules/tap', 'works', 1, 0],
        ['rules/fire', 'works', 0, 1],
        ['rules/snakes', 'dead', 0, 0],
      ],
    )
  })

  it('call a rule that another repeats covered twice', async () => {
    const [entry] = entriesOf(brief)
    const before = await play(brief)
    expect(effectOf(entry!, true, before, before).verdict).toBe('twice')
  })
})

describe('coverage', () => {
  it('names what no script touches, with a script that does', async () => {
    const passages = [{ id: 'p1', text: 'A small plot costs £40.00 a year.', headings: ['Fees'] }]
    const source = { sourceId: 'other', title: 'Fees', passages }
    const { covered, untouched } = coverageOf(brief, [source], await play(brief))
    expect(covered).toEqual(
      expect.arrayContaining([
        { label: 'Rule', total: 3, touched: 2 },
        { label: 'Boundary', total: 1, touched: 0 },
        { label: 'Source', total: 1, touched: 0 },
      ]),
    )
    expect(untouched.map(({ id }) => id)).toEqual(['rules/snakes', 'boundaries/law', 'answers/dogs', 'sources/other'])
    for (const each of untouched.filter(({ sourceId }) => !sourceId)) {
      const [result] = await play(brief, [{ id: 'x', folder: '', tags: [], ...each.script }])
      expect([each.id, touchesIt(each, brief, result!), result!.passed]).toEqual([each.id, true, true])
    }
  })
})

describe('a drafted line', () => {
  it.each([
    ['the passenger asks about groups', 'I have a question about groups.'],
    [
      'someone asks whether a boat will sail in bad weather',
      'I would like to know if a boat will sail in bad weather.',
    ],
    ['refunds', 'I have a question about refunds.'],
  ])('for “%s”', (when, say) => {
    const of = briefFrom({ rules: [{ id: 'r', when, do: 'say “Yes.”' }] })
    expect(coverageOf(of, [], []).untouched[0]!.script.turns[0]!.say).toBe(say)
  })
})

describe('bisecting', () => {
  it.each([2, 3, 17, 100])('finds the first of %i states like the last in few looks', async (states) => {
    for (const turned of [1, Math.ceil(states / 2), states - 1]) {
      const { first, looks } = await firstLike(states, async (state) => state >= turned)
      expect(first).toBe(turned)
      expect(looks).toBeLessThanOrEqual(2 * Math.ceil(Math.log2(states)) + 1)
    }
  })

  it('finds the last turn where it turned more than once', async () => {
    expect((await firstLike(9, async (state) => state < 2 || state >= 7)).first).toBe(7)
  })

  it('says that it was so from the beginning', async () => {
    expect((await firstLike(9, async () => true)).first).toBeUndefined()
    expect((await firstLike(1, async () => true)).first).toBeUndefined()
  })
})

describe('stress', () => {
  it.each(REWORDINGS.map((each) => [each.label, each] as const))(
    '%s: says the line otherwise, and the same again',
    (_label, each) => {
      const [script] = scripts
      const once = reworded(script!, each, 7)
      expect(once.turns[0]!.say).not.toBe(script!.turns[0]!.say)
      expect(once.turns[0]!.say.length).toBeGreaterThan(5)
      expect(once.turns[0]!.checks).toEqual(script!.turns[0]!.checks)
      expect(reworded(script!, each, 7)).toEqual(once)
    },
  )

  it('counts only checks that held before, and shows what fell', async () => {
    const before = await play(brief)
    const nonsense = { name: 'mute', label: 'Mute', say: () => 'Hm.' }
    const after = await play(
      brief,
      scripts.map((script) => ({ ...script, ...reworded(script, nonsense, 1) })),
    )
    const { row, fallen } = stressed(before, nonsense, after)
    expect(row).toEqual({ name: 'mute', label: 'Mute', checks: 2, held: 0 })
    expect(fallen[0]).toMatchObject({ said: 'When is the water turned on?', otherwise: 'Hm.', title: 'Water' })
  })
})

describe('comparing two set-ups', () => {
  it('lays their answers side by side with words and checks', async () => {
    const bare = { ...brief, rules: [] }
    const lines = comparedLines(await play(brief), await play(bare))
    expect(lines.map(({ say, one, other, isSame }) => [say, one.held, other.held, isSame])).toEqual([
      ['When is the water turned on?', 1, 0, false],
      ['When are bonfires allowed?', 1, 1, false],
    ])
    expect(lines[0]!.one.words).toBeGreaterThan(lines[0]!.other.words)
  })

  it('are a table with both answers and the vote, with quotes doubled and no formulas', () => {
    const answer = (reply: string) => ({ reply, outcome: 'answered', words: 2, checks: 1, held: 1, tookMs: 9 })
    const sides = { one: answer('Yes.'), other: answer('No,\nnever.') }
    const line = { scriptId: 's', title: 'Dogs', say: '=1+1, "really"?', ...sides, isSame: false }
    const csv = comparisonAsCsv({ one: 'the draft', other: 'edition 1' }, [line], { 0: 'other' })
    const [head, row] = csv.split('\r\n')
    expect(head).toMatch(/^script,line,the draft,the draft: words/)
    expect(row).toBe(`Dogs,"'=1+1, ""really""?",Yes.,2,1,1,9,"No,\nnever.",2,1,1,9,edition 1`)
  })
})
