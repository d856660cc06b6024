import { eq } from 'drizzle-orm'
import { GIVEN_BY_HAND, type Pair } from '@parrot/core/library'
import type { GivenAnswer } from '@parrot/contract'
import { sources } from '../database'
import type { Services } from '../services'
import { tellUsers } from './beginning'
import { addSources, listSources } from './queries'
import { addVersion, answeringVersion, newestVersion, type VersionRow } from './versions'

type Added = Awaited<ReturnType<typeof addSources>>[number]
type Means = Pick<Services, 'db' | 'files' | 'jobs' | 'bus'>

/**
 * Keeps an answer that the designer gives to a question: as a pair among the agent's answers given by hand, in place of
 * an earlier one to the same question. Gives the source, and the version that answered before, to go back to.
 */
export async function giveAnswer(means: Means, agentId: string, pair: Pair, by: string): Promise<GivenAnswer> {
  const { db, jobs } = means
  const origin = { kind: 'pairs', title: GIVEN_BY_HAND } as const
  const given = (await listSources(db, agentId)).find((each) => each.kind === 'pairs' && each.origin === GIVEN_BY_HAND)
  if (!given) {
    const one = { origin, bytesHash: keep(means, [pair]) }
    const [{ sourceId, versionId }] = (await addSources(db, agentId, [one], by)) as [Added]
    await jobs.add('read', versionId)
    await tellUsers(means, sourceId)
    return { sourceId, versionBefore: null }
  }
  // Read and written in one transaction: of two answers given at once, neither is lost.
  const { versionId, versionBefore } = await db.transaction(async (tx) => {
    await tx.select().from(sources).where(eq(sources.id, given.id)).for('update')
    const newest = await newestVersion(tx, given.id)
    const isOnItsWay = newest.status !== 'ready' && newest.status !== 'failed'
    const base = isOnItsWay ? newest : ((await answeringVersion(tx, given.id)) ?? newest)
    const pairs = [...pairsOf(means, base).filter((each) => !asksTheSame(each, pair)), pair]
    const made = { because: 'replaced', origin, bytesHash: keep(means, pairs), mediaType: null } as const
    return { versionId: await addVersion(tx, given.id, made), versionBefore: base.id }
  })
  await jobs.add('read', versionId)
  await tellUsers(means, given.id)
  return { sourceId: given.id, versionBefore }
}

const keep = ({ files }: Means, pairs: readonly Pair[]): string =>
  files.keep(new TextEncoder().encode(JSON.stringify(pairs)))

const pairsOf = ({ files }: Means, { bytesHash }: VersionRow): Pair[] =>
  bytesHash ? (JSON.parse(new TextDecoder().decode(files.read(bytesHash))) as Pair[]) : []

const asksTheSame = (a: Pair, b: Pair): boolean => plain(a.question) === plain(b.question)
const plain = (text: string): string =>
  text
    .trim()
    .toLowerCase()
    .replace(/\s+/g, ' ')
    .replace(/[?!.]+$/, '')
