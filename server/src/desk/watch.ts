import { every } from '../every'
import type { Services } from '../services'
import { missLate } from './conversations'

const EVERY_MS = 15_000

/** Looks again and again for visitors who waited too long for a person; gives the function that stops it. */
export const keepWatch = ({ db, bus, log }: Pick<Services, 'db' | 'bus' | 'log'>): (() => void) =>
  every(
    EVERY_MS,
    async () => {
      for (const { id, agentId } of await missLate(db)) {
        bus.tell(id, 'lines')
        bus.tell(agentId, 'logbook')
      }
    },
    (error) => log.error(error),
  )
