import { repeated, type ScriptResult } from '@parrot/core/rehearsal'
import { agentById } from '../agents/queries'
import type { Works } from '../jobs'
import { playAll, type Player } from '../playing'
import type { Services } from '../services'
import { subjectOf } from '../turns/subject'
import { listScripts } from './queries'
import { keepResult, playedIn, runById, setRunStatus } from './runs'

/** A result without what comparisons do not need. */
const short = (result: ScriptResult): ScriptResult => ({
  ...result,
  turns: result.turns.map((turn) => ({ ...turn, workings: [], citations: [] })),
})

/** A player that plays each script several times and tells how often it held. */
const repeating = (player: Player, times: number): Player => ({
  atOnce: player.atOnce,
  play: async (script, options) => {
    const plays: ScriptResult[] = []
    while (plays.length < times && !options?.signal?.aborted) plays.push(await player.play(script, options))
    return repeated(plays)
  },
})

/**
 * The work of playing a run's scripts. Results are kept one by one, so that a run that a kill cut off goes on where it
 * was; what the server was told to stop is left to the next start.
 */
export const rehearseWork = (services: Services): Works => ({
  async work(id, report, signal) {
    const { db, bus } = services
    const run = await runById(db, id)
    if (run.status === 'cancelled' || run.status === 'done') return
    await setRunStatus(db, id, 'running')
    const agent = await agentById(db, run.agentId)
    const asked = run.request.subject
    // The state it was begun with, however long it waited and whatever was edited meanwhile.
    const subject = await subjectOf(services, agent, asked === 'draft' ? { revision: run.revision } : asked)
    const all = await listScripts(db, run.agentId, run.request.scriptIds)
    const played = await playedIn(db, id)
    const waiting = all.flatMap((script, ordinal) => (played.has(script.id) ? [] : [{ script, ordinal }]))
    const player = repeating(await services.players.with(services, subject), run.request.times ?? 1)
    let done = all.length - waiting.length
    const fresh: ScriptResult[] = []
    const tell = (title: string) => bus.report(id, { done, total: all.length, title })
    tell(waiting[0]?.script.title ?? '')
    const scripts = waiting.map(({ script }) => script)
    await playAll(
      player,
      scripts,
      async (result, at) => {
        await keepResult(db, run, waiting[at]!.ordinal, result)
        fresh.push(short(result))
        done++
        report(done / all.length)
        tell(result.title)
      },
      { signal },
    )
    if (signal.aborted) return
    await setRunStatus(db, id, 'done')
    if (asked === 'draft' && !run.request.scriptIds && (run.request.times ?? 1) === 1)
      services.players.baselines.keep(`${agent.id} ${subject.stance}`, all, fresh)
    bus.tell(run.agentId, 'scripts')
    bus.report(id, { done, total: all.length, title: '', isOver: true })
  },
  giveUp: async (id, reason) => {
    await setRunStatus(services.db, id, 'failed', reason)
    services.bus.report(id, { done: 0, total: 0, title: '', isOver: true })
  },
})
