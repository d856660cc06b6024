import { questionsIn } from '@parrot/core/curation'
import { understudy } from '@parrot/core/understudy'
import type { AgentRow } from '../agents/queries'
import type { Services } from '../services'
import { ask, draftOf } from './subject'

/** So many questions are offered, and so many are tried to find them. */
const OFFERED = 6
const MOST_TRIED = 24
/** Passages looked through, the first of each source first: what comes late in a long document is rarely asked first. */
const LOOKED_THROUGH = 240

/**
 * Questions drawn from an agent's own documents that its draft answers with a citation. Each is tried with the built-in
 * model, so that nobody is offered one that goes unanswered; what was found is kept while brief and library stay.
 */
export class OwnQuestions {
  readonly #kept = new Map<string, { stance: string; questions: Promise<string[]> }>()

  constructor(private readonly services: Services) {}

  async of(agent: AgentRow): Promise<string[]> {
    const subject = await draftOf(this.services, agent)
    const known = this.#kept.get(agent.id)
    if (known?.stance === subject.stance) return known.questions
    const questions = this.#draw({ ...subject, model: understudy })
    this.#kept.set(agent.id, { stance: subject.stance, questions })
    questions.catch(() => this.#kept.delete(agent.id))
    return questions
  }

  async #draw(subject: Awaited<ReturnType<typeof draftOf>>): Promise<string[]> {
    if (subject.versions.length === 0) return []
    const library = await this.services.library.open(subject.versions)
    const passages = library.opening(LOOKED_THROUGH)
    const candidates = spread(
      questionsIn(passages).map(({ question, passage }) => ({ question, source: passages[passage]!.sourceId })),
    )
    const answered: string[] = []
    for (const { question } of candidates.slice(0, MOST_TRIED)) {
      if (answered.length === OFFERED) break
      const state = await ask(this.services, subject, question, [])
      if (state.outcome === 'answered' && state.citations.length > 0) answered.push(question)
    }
    return answered
  }
}

/** One of each source in turn, so that the first few go over the whole library. */
export function spread<T extends { readonly source: string }>(all: readonly T[]): T[] {
  const rounds = new Map<string, number>()
  return all
    .map((each, at) => {
      const round = rounds.get(each.source) ?? 0
      rounds.set(each.source, round + 1)
      return { each, round, at }
    })
    .sort((a, b) => a.round - b.round || a.at - b.at)
    .map(({ each }) => each)
}
