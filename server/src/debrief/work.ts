import { debriefByWords } from '@parrot/core/debrief'
import { debriefing } from '@parrot/core/errands'
import { understudy } from '@parrot/core/understudy'
import type { DebriefAnswer } from '@parrot/contract'
import { agentById } from '../agents/queries'
import type { Works } from '../jobs'
import { modelOf } from '../models'
import { runErrand } from '../models/protocol/errands'
import type { Services } from '../services'
import { todayHere } from '../turns/subject'
import { debriefOf, keepAnswers, linesOf, notAsked } from './queries'

const AT_ONCE = 50

/** Asks the questions of an agent of every finished conversation that was not asked them yet; what was asked stays. */
export const debriefWork = ({ db, seal, bus }: Pick<Services, 'db' | 'seal' | 'bus'>): Works => ({
  work: async (agentId, report, signal) => {
    const agent = await agentById(db, agentId)
    const debrief = await debriefOf(db, agentId)
    if (!debrief || debrief.questions.length === 0) return
    const model = agent.endpointId ? await modelOf(db, seal, agent.endpointId) : understudy
    const { questions } = debrief
    let done = 0
    for (;;) {
      const some = await notAsked(db, agentId, debrief.version, AT_ONCE)
      for (const { id } of some) {
        if (signal.aborted) return
        const lines = await linesOf(db, id)
        // Where the model says nothing that counts, the words themselves do.
        const told = model === understudy ? undefined : await runErrand(model, debriefing(questions, lines), signal)
        const answers = questions.map((question): DebriefAnswer => {
          const { value, because } = told?.get(question.id) ?? debriefByWords(question, lines, todayHere())
          return { questionId: question.id, value, because: [...because] }
        })
        await keepAnswers(db, debrief, id, answers)
        report(++done / (done + some.length))
      }
      bus.tell(agentId, 'logbook')
      if (some.length < AT_ONCE) return
    }
  },
  giveUp: async (agentId) => bus.tell(agentId, 'logbook'),
})
