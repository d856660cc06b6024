import { debriefByWords } from '@parrot/core/debrief'
import { debriefing } from '@parrot/core/errands'
import { understudy } from '@parrot/core/understudy'
import type { DebriefAnswer } from '@parrot/contract'
import { agentById } from '../agents/queries'
import { announce } from '../delivery'
import type { Works } from '../jobs'
import { modelOf } from '../models'
import { runErrand } from '../models/protocol/errands'
import type { Services } from '../services'
import { todayHere } from '../turns/subject'
import { debriefOf, keepAnswers, linesOf, notAsked } from './queries'

const AT_ONCE = 50
/** Old conversations are asked too, but what they tell is no news to anybody outside. */
const STILL_NEWS_MS = 24 * 3_600_000

/** Asks the questions of an agent of every finished conversation that was not asked them yet; what was asked stays. */
export const debriefWork = ({ db, seal, bus, jobs }: Pick<Services, 'db' | 'seal' | 'bus' | 'jobs'>): Works => ({
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
        const endedAt = await keepAnswers(db, debrief, id, answers)
        if (endedAt && Date.now() - endedAt.getTime() < STILL_NEWS_MS) {
          const told = answers.map(({ questionId, ...answer }) => ({
            question: questions.find((question) => question.id === questionId)!.question,
            ...answer,
          }))
          const data = { agent: agent.slug, conversationId: id, answers: told }
          await announce({ db, jobs }, agentId, { event: 'conversation.debriefed', data })
        }
        report(++done / (done + some.length))
      }
      bus.tell(agentId, 'logbook')
      if (some.length < AT_ONCE) return
    }
  },
  giveUp: async (agentId) => bus.tell(agentId, 'logbook'),
})
