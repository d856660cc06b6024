import { eq } from 'drizzle-orm'
import type { SitePlan } from '@parrot/core/library'
import type { Survey } from '@parrot/contract'
import { walk } from '../crawl'
import { surveys, type Database, type SurveyedPage } from '../database'
import { notFound } from '../http/problems'
import { newId } from '../ids'
import type { Work } from '../jobs'
import { hostsOf } from '../settings/hosts'
import { nothingReadable } from './content'
import type { ReadMeans } from './readJob'

/** Begins a survey of a site; gives its id. */
export async function addSurvey(db: Database, agentId: string, url: string, plan: SitePlan): Promise<string> {
  const id = newId()
  await db.insert(surveys).values({ id, agentId, url, plan, status: 'queued' })
  return id
}

export async function surveyById(db: Database, id: string): Promise<Survey> {
  const [row] = await db.select().from(surveys).where(eq(surveys.id, id))
  if (!row) throw notFound('survey')
  const { url, status, error, advice, hostToAllow, waiting, pages } = row
  return { id, url, status, error, advice, hostToAllow, waiting, pages }
}

/** Pages between two times the survey is written down. */
const WRITTEN_EVERY = 5

/**
 * Walks a site and writes down which pages there are, without keeping them. A survey that was cut off begins anew; what
 * it had found is shown until then.
 */
export function surveyWork(means: ReadMeans): Work {
  const { db, pool, bus } = means
  return async (id, report, signal) => {
    const [survey] = await db.select().from(surveys).where(eq(surveys.id, id))
    if (!survey || survey.status === 'done') return
    const set = async (values: Partial<typeof surveys.$inferSelect>) => {
      await db.update(surveys).set(values).where(eq(surveys.id, id))
      bus.tell(survey.agentId, 'sources')
    }
    await set({ status: 'walking', error: null, advice: null, hostToAllow: null })
    const options = { allowedHosts: await hostsOf(means), signal }
    const look = (html: string, url: string) => pool.look(html, url)
    const pages: SurveyedPage[] = []
    for await (const visited of walk(survey.url, survey.plan, { ...options, look })) {
      const { problem } = visited
      if (problem && pages.length === 0) {
        const { message: error, advice } = problem.problem
        return await set({ status: 'failed', error, advice, hostToAllow: problem.hostToAllow ?? null })
      }
      pages.push({
        url: visited.url,
        title: visited.look?.title ?? '',
        characters: visited.look?.characters ?? 0,
        depth: visited.depth,
        ...(problem ? { problem: problem.problem.message } : {}),
      })
      report(pages.length / Math.max(1, pages.length + visited.waiting))
      if (pages.length % WRITTEN_EVERY === 1) await set({ pages, waiting: visited.waiting })
    }
    if (signal.aborted) return
    if (pages.length > 0) return set({ status: 'done', pages, waiting: 0 })
    const { message: error, advice } = nothingReadable(survey.url)
    await set({ status: 'failed', error, advice })
  }
}

/** Ends a survey whose job was cancelled or given up; what it found stays. */
export async function endSurvey(db: Database, id: string, error: string): Promise<void> {
  const { pages } = await surveyById(db, id)
  await db
    .update(surveys)
    .set(pages.length > 0 ? { status: 'done', waiting: 0 } : { status: 'failed', error, advice: 'Begin it again.' })
    .where(eq(surveys.id, id))
}
