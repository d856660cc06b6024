import type { StudyRequest, StudyResult, StudySide } from '@parrot/contract'
import { changesBetween } from '@parrot/core/brief'
import {
  byWeight,
  comparedLines,
  coverageOf,
  effectOf,
  entriesOf,
  firstLike,
  reworded,
  REWORDINGS,
  stressed,
  touchesIt,
  usedIn,
  type Effect,
  type ProposedEdit,
} from '@parrot/core/refine'
import { sayingIn } from '@parrot/core/errands'
import type { ScriptResult } from '@parrot/core/rehearsal'
import { understudy } from '@parrot/core/understudy'
import { agentById, type AgentRow } from '../agents/queries'
import { withSharedRules } from '../agents/ruleSets'
import { modelOf } from '../models'
import { runErrand } from '../models/protocol'
import { playAll, type Played } from '../playing'
import type { Services } from '../services'
import { draftOf, subjectOf, type Subject } from '../turns/subject'
import { stateAt, statesOf } from './history'

/** What a kind of study works with. */
export interface StudyContext {
  readonly services: Services
  readonly agent: AgentRow
  readonly subject: Subject
  readonly scripts: readonly Played[]
  readonly signal: AbortSignal
  /** Says how many steps there will be. */
  begin(total: number): Promise<void>
  /** Does one step, unless it was done before the server stopped; what it gives is kept. */
  step<Value>(key: string, work: () => Promise<Value>): Promise<Value>
}

type Of<Kind extends StudyRequest['kind']> = Extract<StudyRequest, { kind: Kind }>
type Found<Kind extends StudyRequest['kind']> = Extract<StudyResult, { kind: Kind }>

/** Plays scripts with a subject, in their order. */
async function playedWith(
  { services, signal }: StudyContext,
  subject: Subject,
  scripts: readonly Played[],
  { edit, isShort = false }: { edit?: ProposedEdit; isShort?: boolean } = {},
): Promise<ScriptResult[]> {
  const player = await services.players.with(services, subject, edit)
  const results: ScriptResult[] = []
  await playAll(player, scripts, (result, at) => void (results[at] = result), { isShort, signal })
  signal.throwIfAborted()
  return results
}

const usedBy = (results: readonly ScriptResult[], { brief }: Subject): string[] => [
  ...new Set(results.flatMap(({ turns }) => turns.flatMap((turn) => [...usedIn(turn, brief)]))),
]

/** What of a run other runs are compared with. */
const inShort = (results: readonly ScriptResult[]) =>
  results.map(({ scriptId, title, passed, turns }) => ({
    scriptId,
    title,
    passed,
    turns: turns.map(({ reply }) => ({ reply })),
  }))

const ownBrief = ({ brief, ownRules }: Subject) => ({ ...brief, rules: brief.rules.slice(0, ownRules) })

export async function coverage(context: StudyContext): Promise<Found<'coverage'>> {
  const { services, subject, scripts } = context
  await context.begin(2)
  const found = await context.step('run', async () => {
    const sources = await Promise.all(
      subject.versions.map(async (version) => ({
        sourceId: version.sourceId,
        title: version.title,
        passages: (await services.library.load(version)).passages,
      })),
    )
    return coverageOf(ownBrief(subject), sources, await playedWith(context, subject, scripts))
  })
  // Each drafted script is played: what does not touch what it was drafted for is said to.
  const untouched = await context.step('drafts', async () => {
    const drafted = found.untouched.map((each, at) => ({ ...each.script, id: `draft-${at}` }))
    const results = await playedWith(context, subject, drafted)
    return found.untouched.map((each, at) => ({
      ...each,
      script: {
        title: each.script.title,
        turns: each.script.turns.map(({ say, checks }) => ({ say, checks: [...checks] })),
      },
      touches: touchesIt(each, subject.brief, results[at]!),
      passes: results[at]!.passed,
    }))
  })
  return { kind: 'coverage', covered: [...found.covered], untouched }
}

export async function effects(context: StudyContext): Promise<Found<'effects'>> {
  const { subject, scripts } = context
  const entries = entriesOf(ownBrief(subject))
  await context.begin(entries.length + 1)
  const { before, used } = await context.step('before', async () => {
    const results = await playedWith(context, subject, scripts)
    return { before: inShort(results), used: usedBy(results, subject) }
  })
  const found: Effect[] = []
  for (const entry of entries)
    found.push(
      await context.step(entry.id, async () => {
        const edit = { target: 'brief', edit: entry.without } as const
        const without = await playedWith(context, subject, scripts, { edit, isShort: true })
        return effectOf(entry, used.includes(entry.id), before, inShort(without))
      }),
    )
  return { kind: 'effects', scripts: scripts.length, effects: [...found].sort(byWeight) }
}

export async function stress(context: StudyContext, { seed }: Of<'stress'>): Promise<Found<'stress'>> {
  const { subject, scripts } = context
  const language = subject.model === understudy ? undefined : otherLanguage(subject)
  await context.begin(REWORDINGS.length + (language ? 2 : 1))
  const before = await context.step('before', () => playedWith(context, subject, scripts, { isShort: true }))
  const all: ReturnType<typeof stressed>[] = []
  for (const rewording of REWORDINGS)
    all.push(
      await context.step(rewording.name, async () => {
        const otherwise = scripts.map((script) => reworded(script, rewording, seed))
        return stressed(before, rewording, await playedWith(context, subject, otherwise, { isShort: true }))
      }),
    )
  if (language)
    all.push(
      await context.step('otherLanguage', async () => {
        const otherwise = await translated(context, language)
        const rewording = { name: 'otherLanguage', label: `In another language (${language})` }
        return stressed(before, rewording, await playedWith(context, subject, otherwise, { isShort: true }))
      }),
    )
  const worst = all
    .flatMap(({ fallen }) => fallen)
    .sort((a, b) => b.reasons.length - a.reasons.length)
    .slice(0, MOST_WORST)
  return { kind: 'stress', rows: all.map(({ row }) => row), worst }
}
const MOST_WORST = 10

/** Another language than the agent's own: the first that it also speaks, else German, or English to a German one. */
const otherLanguage = ({ brief }: Subject): string =>
  brief.identity.alsoSpeaks[0] ?? (brief.identity.language.startsWith('de') ? 'en' : 'de')

/** Scripts with their lines said in another language by the model; those it did not say are left out. */
async function translated({ subject, scripts, signal }: StudyContext, language: string): Promise<Played[]> {
  const said: Played[] = []
  for (const script of scripts) {
    const lines = script.turns.map(({ say }) => say)
    const other = await runErrand(subject.model, sayingIn(language, lines), signal)
    if (other) said.push({ ...script, turns: script.turns.map((turn, at) => ({ ...turn, say: other[at]! })) })
  }
  return said
}

export async function bisect(
  context: StudyContext,
  { question, before, check }: Of<'bisect'>,
): Promise<Found<'bisect'>> {
  const { services, agent, subject } = context
  const states = await statesOf(services.db, agent.id)
  await context.begin(2 * Math.ceil(Math.log2(Math.max(2, states.length))) + 1)
  const script: Played = {
    id: 'bisected',
    title: question.slice(0, 80),
    turns: [...before.map((say) => ({ say, checks: [] })), { say: question, checks: [check] }],
  }
  const saidAt = (at: number) =>
    context.step(`state ${at}`, async () => {
      const state = await stateAt(services.db, agent.id, states, at)
      const shared = await withSharedRules(services.db, state.brief)
      const then = { ...subject, ...state, brief: shared.brief, ownRules: state.brief.rules.length }
      const [result] = await playedWith(context, then, [script])
      const turn = result!.turns.at(-1)
      if (!turn) throw new Error(result!.error ?? 'The line could not be asked.')
      const { passed, reason } = turn.checks[0]!
      return { reply: turn.reply, outcome: turn.outcome, passed, reason }
    })
  const { first, looks } = await firstLike(states.length, async (at) => (await saidAt(at)).passed)
  const found = { kind: 'bisect', states: states.length, looks, now: await saidAt(states.length - 1) } as const
  if (first === undefined) return { ...found, turned: null }
  const state = states[first]!
  const [was, is] = [
    await stateAt(services.db, agent.id, states, first - 1),
    await stateAt(services.db, agent.id, states, first),
  ]
  return {
    ...found,
    turned: {
      what: state.what,
      label: state.label,
      at: state.at.toISOString(),
      sourceId: state.sourceId ?? null,
      changes: state.what === 'revision' ? changesBetween(was.brief, is.brief) : [],
      before: await saidAt(first - 1),
      after: await saidAt(first),
    },
  }
}

export async function compare(
  context: StudyContext,
  { one, other, questions }: Of<'compare'>,
): Promise<Found<'compare'>> {
  const asked = questions.map((say, at): Played => ({
    id: `asked-${at}`,
    title: say.slice(0, 80),
    turns: [{ say, checks: [] }],
  }))
  const scripts = asked.length > 0 ? asked : context.scripts
  await context.begin(2)
  const runs: ScriptResult[][] = []
  const labels: string[] = []
  for (const [name, side] of [
    ['one', one],
    ['other', other],
  ] as const) {
    const { subject, label, edit } = await sideOf(context, side)
    labels.push(label)
    runs.push(await context.step(name, () => playedWith(context, subject, scripts, edit ? { edit } : {})))
  }
  return { kind: 'compare', one: labels[0]!, other: labels[1]!, lines: comparedLines(runs[0]!, runs[1]!) }
}

/** What answers on one side of a comparison, with an edit that is tried in it, and how the screen calls it. */
async function sideOf(
  { services, agent, subject }: StudyContext,
  side: StudySide,
): Promise<{ subject: Subject; label: string; edit?: ProposedEdit }> {
  if (side === 'draft') return { subject, label: 'the draft' }
  if ('edition' in side) return { subject: await subjectOf(services, agent, side), label: `edition ${side.edition}` }
  if ('revision' in side) return { subject: await subjectOf(services, agent, side), label: `revision ${side.revision}` }
  if ('edit' in side) return { subject, label: 'another wording', edit: { target: 'brief', edit: side.edit } }
  if ('bare' in side) {
    const bare = { rules: [], duties: [], boundaries: [], glossary: [], answers: [] }
    return {
      subject: { ...subject, brief: { ...subject.brief, ...bare }, ownRules: 0 },
      label: 'the bare instructions',
    }
  }
  if ('agent' in side) {
    const another = await agentById(services.db, side.agent)
    return { subject: await draftOf(services, another), label: another.name }
  }
  const model = side.model === null ? understudy : await modelOf(services.db, services.seal, side.model)
  return { subject: { ...subject, model }, label: model.name }
}
