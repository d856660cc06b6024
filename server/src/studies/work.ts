import type { StudyRequest, StudyResult } from '@parrot/contract'
import { agentById } from '../agents/queries'
import type { Works } from '../jobs'
import { listScripts } from '../rehearsals/queries'
import type { Services } from '../services'
import { subjectOf } from '../turns/subject'
import { bisect, compare, coverage, effects, stress, type StudyContext } from './kinds'
import { keepStep, setStudy, studyRow } from './queries'

const KINDS: {
  readonly [Kind in StudyRequest['kind']]: (
    context: StudyContext,
    request: Extract<StudyRequest, { kind: Kind }>,
  ) => Promise<StudyResult>
} = { coverage, effects, bisect, stress, compare }

/**
 * The work of a study: step after step, each kept as soon as it is done, so that what a kill cut off goes on where it
 * was.
 */
export const studyWork = (services: Services): Works => {
  const { db, bus } = services
  const over = async (id: string, agentId: string, values: Parameters<typeof setStudy>[2]) => {
    await setStudy(db, id, values)
    bus.tell(agentId, 'studies')
  }
  return {
    async work(id, report, signal) {
      const study = await studyRow(db, id)
      if (study.status === 'done' || study.status === 'cancelled') return
      await setStudy(db, id, { status: 'running' })
      const agent = await agentById(db, study.agentId)
      const known = study.steps
      let [done, total] = [Object.keys(known).length, study.total]
      const context: StudyContext = {
        services,
        agent,
        // The state it was begun with, however long it waited and whatever was edited meanwhile.
        subject: await subjectOf(services, agent, { revision: study.revision }),
        scripts: await listScripts(db, agent.id),
        signal,
        async begin(steps) {
          total = steps
          await setStudy(db, id, { total })
          bus.tell(agent.id, 'studies')
        },
        async step<Value>(key: string, work: () => Promise<Value>) {
          if (key in known) return known[key] as Value
          signal.throwIfAborted()
          const value = await work()
          await keepStep(db, id, key, value, ++done)
          known[key] = value
          report(done / Math.max(total, done))
          bus.tell(agent.id, 'studies')
          return value
        },
      }
      try {
        const result = await KINDS[study.request.kind](context, study.request as never)
        await over(id, agent.id, { status: 'done', result, done: total, steps: {} })
      } catch (error) {
        if (signal.aborted) throw error
        await over(id, agent.id, { status: 'failed', error: error instanceof Error ? error.message : String(error) })
      }
    },
    giveUp: async (id, error) => {
      const { agentId } = await studyRow(db, id)
      await over(id, agentId, { status: 'failed', error })
    },
  }
}
