import type { Services } from '../services'
import { agentsUsing } from './queries'
import { addVersion, type NewVersion } from './versions'

type Means = Pick<Services, 'db' | 'jobs' | 'bus'>

/** Tells the open windows of every agent that uses a source that it changed. */
export async function tellUsers({ db, bus }: Pick<Means, 'db' | 'bus'>, sourceId: string): Promise<void> {
  for (const agentId of await agentsUsing(db, sourceId)) bus.tell(agentId, 'sources')
}

/** Begins a newer version of a source; the present one answers until it is ready. */
export async function beginVersion(
  means: Means,
  sourceId: string,
  made: NewVersion,
): Promise<{ id: string; status: 'queued' }> {
  const versionId = await means.db.transaction((tx) => addVersion(tx, sourceId, made))
  await means.jobs.add('read', versionId)
  await tellUsers(means, sourceId)
  return { id: sourceId, status: 'queued' }
}
