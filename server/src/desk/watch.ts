import type { Services } from '../services'
import { missLate } from './conversations'

const EVERY_MS = 15_000

/** Looks again and again for visitors who waited too long for a person; gives the function that stops it. */
export function keepWatch({ db, bus, log }: Pick<Services, 'db' | 'bus' | 'log'>): () => void {
  const look = async (): Promise<void> => {
    for (const { id, agentId } of await missLate(db)) {
      bus.tell(id, 'lines')
      bus.tell(agentId, 'logbook')
    }
  }
  const timer = setInterval(() => void look().catch((error: unknown) => log.error(error)), EVERY_MS)
  timer.unref()
  return () => clearInterval(timer)
}
