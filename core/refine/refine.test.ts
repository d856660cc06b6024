import { describe, expect, it } from 'vitest'
import { applyEdit, briefFrom, type Brief } from '../brief'
import { takeTurn, withoutMarkers } from '../dialogue'
import { judge, type Check } from '../rehearsal'
import { buildSegment } from '../retrieval'
import { understudy } from '../understudy'
import type { BriefInput } from '../testing'
import {
  causeOf,
  checksFor,
  isUseless,
  libraryOf,
  noteOfFailure,
  notedTurn,
  proposalsFor,
  readComplaint,
  trialLine,
  tried,
  withLibraryEdits,
  worth,
  type Case,
  type LibraryPart,
  type Note,
  type Proposal,
  type Trial,
} from './index'

const part = (title: string, ...texts: string[]): LibraryPart => ({
  sourceId: title.toLowerCase(),
  title,
  weight: 1,
  passages: texts.map((text, at) => ({
    id: `${title}-${at}`,
    text,
    headings: [],
    locator: { kind: 'line', line: at + 1, label: `line ${at + 1}` },
  })),
  segment: buildSegment(texts.map((body) => ({ title, headings: [], body }))),
})
const LIBRARY = [
  part(
    'Rules',
    'Water is turned on in April. It is turned off in October.',
    'A small plot costs £40.00 a year. A large plot costs £75.00 a year.',
    'Bonfires are allowed only in November, away from sheds and hedges, with a bucket of water close at hand.',
  ),
  part('Old rules', 'Compost bins are emptied in March.'),
  part('New rules', 'Compost bins are emptied in May.'),
]
const parts = (...titles: string[]) => LIBRARY.filter(({ title }) => titles.includes(title))

const ask = (question: string, brief: Brief, library: readonly LibraryPart[]) =>
  takeTurn(question, { brief, library: libraryOf(library), model: understudy, conversation: [], clock: () => 0 })

/** A note about the answer that a brief gives now: its case, its cause, and its proposals. */
async function noted(
  question: string,
  note: Partial<Note>,
  { brief: input = {}, library = parts('Rules') }: { brief?: BriefInput; library?: LibraryPart[] } = {},
) {
  const brief = briefFrom(input)
  const whole: Note = { question, before: [], marks: [], wrong: '', wanted: '', sentence: '', ...note }
  const turn = await ask(question, brief, library)
  const complaint = readComplaint(whole)
  const open = libraryOf(library)
  const of: Case = {
    note: whole,
    complaint,
    checks: checksFor(whole, complaint, turn),
    brief,
    ownRules: brief.rules.length,
    turn,
    library: {
      search: (text, limit) => open.search(text, limit),
      careOf: () => ({ weight: 1, validUntil: null }),
    },
    newId: 'n1',
    yesterday: '2026-11-27',
  }
  const cause = causeOf(of)
  return { of, cause, proposals: proposalsFor(of, cause), brief, library, question, turn }
}

/** What a proposal makes of the noted line. */
async function trialOf(world: Awaited<ReturnType<typeof noted>>, { proposed }: Proposal) {
  const edited = proposed.target === 'brief' ? applyEdit(world.brief, proposed.edit) : undefined
  if (edited && !edited.ok) throw new Error(edited.problem)
  const library = proposed.target === 'library' ? withLibraryEdits(world.library, [proposed.edit]) : world.library
  const now = await ask(world.question, edited?.brief ?? world.brief, library)
  const checks = world.of.checks.map((check) => ({ check, ...judge(check, now) }))
  return tried(notedTurn(world.turn), { ...now, say: world.question, checks, passed: false }, 0)
}

/** The kinds of proposal that mend a note. */
async function mending(world: Awaited<ReturnType<typeof noted>>): Promise<string[]> {
  const kinds: string[] = []
  for (const proposal of world.proposals) if ((await trialOf(world, proposal)).mends) kinds.push(proposal.kind)
  return kinds
}

describe('a complaint', () => {
  it.each<[string, object]>([
    ['Too long.', { kinds: ['tooLong'] }],
    ['Keep it under 30 words', { kinds: ['tooLong'], mostWords: 30 }],
    ['never say cheap', { neverSay: ['cheap'] }],
    ['It should not have said “bargain” or “cheap”', { neverSay: ['bargain', 'cheap'] }],
    [
      'should have offered the group form and said sorry',
      { shouldSay: [{ text: 'group form', how: 'offer' }], isSorry: true },
    ],
    ['that is the winter timetable', { kinds: ['wrongSource'] }],
    ['Too stiff', { tone: [{ dial: 'formality', turn: -1 }] }],
    ['This should be warmer!', { tone: [{ dial: 'warmth', turn: 1 }] }],
    ['should have asked which island', { kinds: ['ask'] }],
    ['We do not know that: should not answer', { kinds: ['decline'] }],
    ['The price is wrong', { kinds: ['wrong'] }],
  ])('“%s”', (wrong, expected) => {
    const { kinds, ...complaint } = readComplaint({ marks: [], wrong })
    const { kinds: wanted, ...others } = expected as { kinds?: string[] }
    expect(complaint).toMatchObject(others)
    if (wanted) expect([...kinds]).toEqual(expect.arrayContaining(wanted))
  })

  it('takes quick marks as they are, and no words for none', () => {
    expect([...readComplaint({ marks: ['shouldPassOn', 'tooLong'], wrong: '' }).kinds]).toEqual(['passOn', 'tooLong'])
    expect([...readComplaint({ marks: [], wrong: 'Hm.' }).kinds]).toEqual([])
  })

  it('stays quick on a note of a hundred thousand characters', () => {
    const complaint = readComplaint({ marks: [], wrong: 'should have said sorry and ('.repeat(3600) })
    expect(complaint.kinds.has('shouldSay')).toBe(true)
  })
})

describe('what must be true for a note to be mended', () => {
  it('follows from what was said', async () => {
    const { of } = await noted('When are bonfires allowed?', {
      wrong: 'Too long. Never say “sheds”. It should have said sorry.',
    })
    expect(of.checks).toEqual([
      { kind: 'includes', text: 'sheds', not: true },
      { kind: 'plain', text: 'apologises' },
      { kind: 'maxWords', words: expect.any(Number) },
    ])
  })

  it('is at least another answer where nothing in particular was said', async () => {
    const { of, turn } = await noted('When is the water turned on?', { wrong: 'Hm.' })
    expect(of.checks).toHaveLength(1)
    expect(withoutMarkers(turn.reply)).toContain((of.checks[0] as { text: string }).text)
  })
})

describe('a failing turn of a script', () => {
  it.each<[Check, string]>([
    [{ kind: 'includes', text: 'lead' }, 'It should have said “lead”.'],
    [{ kind: 'includes', text: 'cheap', not: true }, 'Never say “cheap”.'],
    [{ kind: 'excludes', text: 'cheap' }, 'Never say “cheap”.'],
    [{ kind: 'maxWords', words: 20 }, 'Too long: under 20 words.'],
    [{ kind: 'outcome', outcome: 'declined' }, 'It should have declined.'],
    [{ kind: 'handsOver' }, 'It should have passed on.'],
    [{ kind: 'cites', source: 'Fares' }, 'The reply cites nothing.'],
  ])('is noted by what its check wanted: %j', (check, wrong) => {
    expect(noteOfFailure({ checks: [{ check, passed: false, reason: 'The reply cites nothing.' }] })).toEqual({
      wrong,
      wanted: '',
    })
  })

  it('asks for the answer a check wanted, and is read back as what it complains of', () => {
    const checks = [
      { check: { kind: 'means', text: 'Dogs go free.' }, passed: false, reason: '' },
      { check: { kind: 'includes', text: 'cheap', not: true }, passed: false, reason: '' },
      { check: { kind: 'includes', text: 'x', soft: true }, passed: false, reason: '' },
    ] as const
    const note = noteOfFailure({ checks })!
    expect(note).toEqual({ wrong: 'Never say “cheap”.', wanted: 'Dogs go free.' })
    expect(readComplaint({ marks: [], wrong: note.wrong }).neverSay).toEqual(['cheap'])
    expect(noteOfFailure({ checks: [checks[2]] })).toBeUndefined()
  })
})

describe('an edit of a library, tried', () => {
  const first = (edits: Parameters<typeof withLibraryEdits>[1], question: string) =>
    libraryOf(withLibraryEdits(LIBRARY, edits)).search(question, 3)[0]

  it('corrects, excludes and ends what it names, and leaves the library as it was', () => {
    const passage = LIBRARY[1]!.passages[0]!
    const named = { sourceId: 'old rules', passageId: passage.id, passage: passage.text }
    const bins = 'When are compost bins emptied under the old rules?'
    expect(first([], bins)!.text).toContain('March')
    expect(first([{ kind: 'correct', ...named, text: 'Compost bins are emptied in June.' }], bins)!.text).toContain(
      'June',
    )
    for (const edit of [
      { kind: 'exclude', ...named },
      { kind: 'validUntil', sourceId: 'old rules', was: null, day: '2026-11-27' },
    ] as const)
      expect(first([edit], bins)!.text).toContain('May')
    expect(first([], bins)!.text).toContain('March')
  })

  it('lets a source count more or less', () => {
    const bins = 'When are compost bins emptied?'
    const score = (weight: number) =>
      libraryOf(withLibraryEdits(LIBRARY, [{ kind: 'weight', sourceId: 'new rules', was: 1, weight }]))
        .search(bins, 5)
        .find(({ sourceId }) => sourceId === 'new rules')!.score
    expect(score(0.4)).toBeLessThan(score(1))
    expect(score(1)).toBeLessThan(score(1.8))
  })

  it('puts an answer by hand in the place of an earlier one to the same question', () => {
    const pair = (answer: string) => ({ kind: 'pair', question: 'Who mends the pump?', answer }) as const
    const found = libraryOf(withLibraryEdits(LIBRARY, [pair('Ben.'), pair('Mara.')])).search('Who mends the pump?', 5)
    expect(found.filter(({ text }) => text.includes('pump')).map(({ text }) => text)).toEqual([
      'Question: Who mends the pump?\nAnswer: Mara.',
    ])
  })
})

describe('what a trial says in a line', () => {
  const none = { reply: '', outcome: 'answered', citations: [], workings: [] } as const
  const trial: Trial = {
    before: none,
    now: none,
    checks: [],
    mends: true,
    broken: [],
    mended: [],
    reworded: 0,
    unchanged: 0,
    played: 14,
    scripts: 14,
  }
  const moved = (...titles: string[]) => titles.map((title) => ({ scriptId: title, title }))
  it.each<[Partial<Trial>, string]>([
    [{ reworded: 2 }, 'Mends it, breaks none of 14 scripts, rewords 2'],
    [{ mends: false, played: 3 }, 'Does not mend it, breaks none of 3 of 14 scripts so far'],
    [{ broken: moved('A', 'B', 'C', 'D') }, 'Mends it, breaks 4 of 14 scripts: “A”, “B”, “C” and 1 more'],
    [{ mended: moved('A') }, 'Mends it, breaks none of 14 scripts, mends 1 script besides'],
    [{ scripts: 0, played: 0 }, 'Mends it; there are no scripts to hold it against'],
  ])('%j', (part, line) => expect(trialLine({ ...trial, ...part })).toBe(line))

  it('puts what mends and breaks nothing before what mends more and breaks something', () => {
    expect(worth(trial)).toBeGreaterThan(worth({ ...trial, broken: moved('A'), mended: moved('B', 'C') }))
    expect(worth({ ...trial, broken: moved('A') })).toBeGreaterThan(worth({ ...trial, mends: false }))
  })
})

describe('a note on an answer', () => {
  it('that should have said something: a rule, which mends it', async () => {
    const world = await noted('When are bonfires allowed?', {
      wrong: 'should have offered the fire form and said sorry',
    })
    expect(world.cause.kind).toBe('no-rule')
    expect(await mending(world)).toContain('rule')
  })

  it('whose rule was not called for: the rule is widened', async () => {
    const world = await noted(
      'When is the water turned on?',
      { wrong: 'should have mentioned the tap key' },
      { brief: { rules: [{ id: 'tap', when: 'someone asks about keys', do: 'say “Bring the tap key.”' }] } },
    )
    expect(world.cause).toMatchObject({ kind: 'rule-not-called', links: [{ field: 'rules.0' }] })
    expect((await mending(world))[0]).toBe('rule-widened')
  })

  it('whose rule says the wrong thing: the rule is kept from such lines', async () => {
    const world = await noted(
      'What does a small plot cost?',
      { wrong: 'never say bargain' },
      { brief: { rules: [{ id: 'bargain', when: 'someone asks what a plot costs', do: 'say “That is a bargain!”' }] } },
    )
    expect(world.cause.kind).toBe('rule-speaks')
    expect(await mending(world)).toEqual(expect.arrayContaining(['rule-narrowed', 'rule-off']))
  })

  it('that a boundary turned away: the boundary is narrowed', async () => {
    const boundaries = [
      { id: 'b', subject: 'bonfires', examples: ['May I light a bonfire?'], reply: 'Ask the warden.' },
    ]
    const world = await noted(
      'When are bonfires allowed?',
      { wrong: 'should have answered' },
      { brief: { boundaries } },
    )
    expect(world.cause.kind).toBe('boundary-fired')
    expect((await mending(world))[0]).toBe('boundary-narrowed')
  })

  it('that should have been declined: a boundary', async () => {
    const world = await noted('What does a small plot cost?', { marks: ['shouldDecline'] })
    expect(world.cause.kind).toBe('boundary-silent')
    expect(await mending(world)).toContain('boundary')
  })

  it('that no document gives: an answer by hand, as a pair or a model answer', async () => {
    const world = await noted('Who mends the pump?', { wanted: 'Mara mends the pump on Tuesdays.', marks: ['missing'] })
    expect(world.cause).toMatchObject({ kind: 'not-known', sentence: 'No document says it.' })
    expect(await mending(world)).toEqual(expect.arrayContaining(['pair', 'model-answer']))
  })

  it('that no document gives, without the answer that was wanted, asks for it', async () => {
    const { cause } = await noted('Who mends the pump?', { marks: ['missing'] })
    expect(cause.sentence).toContain('Write the answer you wanted')
  })

  it('from a source that is out of date: that source ends, counts less, or loses the passage', async () => {
    const world = await noted(
      'When are compost bins emptied?',
      { wrong: 'that is the new rules' },
      { library: parts('Old rules', 'New rules') },
    )
    expect(world.turn.citations[0]!.sourceTitle).toBe('New rules')
    expect(world.cause.kind).toBe('wrong-source')
    expect(await mending(world)).toEqual(expect.arrayContaining(['validity', 'passage-excluded']))
  })

  it('that is wrong in a sentence: the passage is corrected, and the answer with it', async () => {
    const world = await noted('What does a small plot cost?', {
      marks: ['wrong'],
      wanted: 'A small plot costs £44.00 a year.',
      sentence: 'A small plot costs £40.00 a year.',
    })
    expect(await mending(world)).toContain('passage-corrected')
  })

  it('that is too long: a limit, for all or for such questions', async () => {
    const world = await noted('When are bonfires allowed?', { marks: ['tooLong'] })
    expect(world.cause).toMatchObject({ kind: 'manner', links: [{ field: 'manner.format.maxWords' }] })
    expect(world.proposals.map(({ kind }) => kind)).toContain('limit')
  })

  it('that should have passed the visitor on: a rule that does', async () => {
    const world = await noted('What does a small plot cost?', { wrong: 'should have passed on to a person' })
    expect(world.cause.kind).toBe('not-passed-on')
    expect(await mending(world)).toContain('rule')
  })

  it('of which a proposal changes nothing, shows it useless', async () => {
    const world = await noted('When is the water turned on?', { marks: ['wrong'] })
    const same = { kind: 'dial', summary: '', because: '', proposed: { target: 'brief', edit: [] } } as const
    expect(isUseless(await trialOf(world, same))).toBe(true)
  })
})
