import { Piscina } from 'piscina'
import { applyEdit, type Brief, type BriefEdit } from '@parrot/core/brief'
import type { Exchange } from '@parrot/core/dialogue'
import { judging } from '@parrot/core/errands'
import { editsIn, type LibraryEdit, type ProposedEdit } from '@parrot/core/refine'
import { playScript, type JudgeOther, type Script, type ScriptResult } from '@parrot/core/rehearsal'
import { understudy } from '@parrot/core/understudy'
import { listEmbedders } from '../embedding'
import { isValidToday, type UsedVersion } from '../library/cache'
import { runErrand } from '../models/protocol'
import { threadFile } from '../places'
import type { Services } from '../services'
import { playedColleagues } from '../team'
import { standInsFor } from '../tools'
import { ask, todayHere, type Subject } from '../turns/subject'
import { Baselines } from './baselines'
import type { PlayedSubject, PlayTask } from './playWorker'

/** A script to be played, with what was said before its first line. */
export type Played = Pick<Script, 'title' | 'turns'> & { readonly id: string; readonly before?: readonly Exchange[] }

/** Plays scripts with one subject. */
export interface Player {
  /** Plays one script. One that cannot be played (a model that fails) fails alone, with its reason. */
  play(script: Played, options?: { isShort?: boolean; signal?: AbortSignal }): Promise<ScriptResult>
  /** How many scripts it plays at a time. */
  readonly atOnce: number
}

/** Outside models wait for the network; more at a time would only meet their limits. */
const OUTSIDE_AT_ONCE = 2
const THREADS = 2

/**
 * The threads that scripts are played in. What the built-in model answers is computed there; an outside model or embedder
 * is spoken to from the server's own thread, which only waits for them.
 */
export class PlayPool {
  readonly baselines = new Baselines()
  /** One pool a thread: a script is always played in the same one, which remembers what it computed for it. */
  readonly #threads = Array.from(
    { length: THREADS },
    () =>
      new Piscina({
        filename: threadFile('playWorker'),
        execArgv: [],
        minThreads: 0,
        maxThreads: 1,
        idleTimeout: 120_000,
        resourceLimits: { maxOldGenerationSizeMb: 1024 },
      }),
  )

  /** A player for a subject, with an edit of its brief or library made where one is given. */
  async with(services: Services, subject: Subject, proposed?: ProposedEdit): Promise<Player> {
    const proposedEdits = proposed ? editsIn(proposed) : []
    const edits = proposedEdits.flatMap((each) => (each.target === 'library' ? [each.edit] : []))
    const brief = edited(
      subject,
      proposedEdits.flatMap((each) => (each.target === 'brief' ? [each.edit] : [])),
    )
    const { inUse } = await listEmbedders(services.db)
    if (subject.model !== understudy || inUse) return outside(services, { ...subject, brief }, edits)
    const played = await playedFrom(services, { ...subject, brief }, edits)
    if (!played) return outside(services, { ...subject, brief }, edits)
    return {
      // Each thread has the next script waiting when it ends one.
      atOnce: THREADS * 3,
      play: async ({ before = [], ...script }, { isShort = false, signal } = {}) => {
        const task: PlayTask = { subject: played, script: plain(script), before, isShort }
        return failing(
          script,
          signal,
          async () => (await this.#threadFor(script.id).run(task, runOptions(signal))) as ScriptResult,
        )
      },
    }
  }

  #threadFor(scriptId: string): Piscina {
    const sum = [...scriptId].reduce((total, letter) => (total * 31 + letter.charCodeAt(0)) % 65_521, 7)
    return this.#threads[sum % THREADS]!
  }

  async close(): Promise<void> {
    await Promise.all(this.#threads.map((thread) => thread.destroy()))
  }
}

/**
 * A subject in a form that can be given to a thread, with the colleagues it may turn to; undefined where one of them answers
 * through an outside model.
 */
async function playedFrom(
  services: Services,
  subject: Subject,
  edits: readonly LibraryEdit[] = [],
  behind: readonly string[] = [],
): Promise<PlayedSubject | undefined> {
  if (subject.model !== understudy) return undefined
  const versions = subject.versions.filter(isValidToday)
  await services.library.writeDown(versions)
  const colleagues: PlayedSubject['colleagues'][number][] = []
  for (const { agent, name, subject: theirs } of await playedColleagues(services, subject, behind)) {
    const played = await playedFrom(services, theirs, [], [...behind, subject.agentId])
    if (!played) return undefined
    colleagues.push({ agent, name, subject: played })
  }
  return {
    brief: subject.brief,
    today: todayHere(),
    tools: await standInsFor(services, subject.brief),
    colleagues,
    versions: versions.map((version) => inShort(version, services)),
    edits,
  }
}

const runOptions = (signal?: AbortSignal) => ({ name: 'play', ...(signal ? { signal } : {}) })
const plain = ({ id, title, turns }: Played) => ({ id, title, turns })
const inShort = ({ sourceId, versionId, title, asOf, weight }: UsedVersion, { library }: Services) => ({
  sourceId,
  versionId,
  title,
  snapshot: library.snapshotOf({ versionId, title }),
  ...(asOf ? { asOf } : {}),
  ...(weight === undefined ? {} : { weight }),
})

/** The brief of a subject with edits made in what is its own; shared rules stay after it. */
function edited({ brief, ownRules }: Subject, edits: readonly BriefEdit[]): Brief {
  const own = edits.reduce<Brief>(
    (before, edit) => {
      const result = applyEdit(before, edit)
      if (!result.ok) throw new Error(result.problem)
      return result.brief
    },
    { ...brief, rules: brief.rules.slice(0, ownRules) },
  )
  return { ...own, rules: [...own.rules, ...brief.rules.slice(ownRules)] }
}

/** A script that cannot be played fails alone, unless everything was cancelled. */
async function failing(
  script: Pick<Played, 'id' | 'title'>,
  signal: AbortSignal | undefined,
  play: () => Promise<ScriptResult>,
): Promise<ScriptResult> {
  try {
    return await play()
  } catch (error) {
    if (signal?.aborted) throw error
    const reason = error instanceof Error ? error.message : String(error)
    return { scriptId: script.id, title: script.title, passed: false, turns: [], error: reason }
  }
}

/** Plays from the server's own thread; a library edit is tried by words alone, without an embedder. */
async function outside(services: Services, subject: Subject, edits: readonly LibraryEdit[]): Promise<Player> {
  const library = edits.length > 0 ? await services.library.openWith(subject.versions, edits) : undefined
  const judge =
    (signal?: AbortSignal): JudgeOther =>
    async (statement, { said, reply }) => {
      const judged = await runErrand(subject.model, judging(statement, said, reply), signal)
      return judged && { ...judged, by: subject.model.name }
    }
  return {
    atOnce: OUTSIDE_AT_ONCE,
    play: ({ before = [], ...script }, { signal } = {}) =>
      failing(script, signal, () =>
        playScript(
          script,
          (said, conversation, recorded) =>
            ask(services, subject, said, conversation, {
              recorded,
              ...(signal ? { signal } : {}),
              ...(library ? { library } : {}),
            }),
          before,
          subject.model === understudy ? undefined : judge(signal),
        ),
      ),
  }
}

/**
 * Plays many scripts, some at a time, and gives each result as it comes; stops when the signal aborts.
 */
export async function playAll(
  player: Player,
  scripts: readonly Played[],
  onResult: (result: ScriptResult, at: number) => void | Promise<void>,
  options: { isShort?: boolean; signal?: AbortSignal } = {},
): Promise<void> {
  let next = 0
  const work = async () => {
    while (next < scripts.length && !options.signal?.aborted) {
      const at = next++
      await onResult(await player.play(scripts[at]!, options), at)
    }
  }
  await Promise.all(Array.from({ length: player.atOnce }, work))
}
