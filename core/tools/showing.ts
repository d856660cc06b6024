import { z } from 'zod'
import { insertSchema, type InsertOf } from '../inserts'

const offered = z.object({
  times: z.array(z.object({ day: z.string().max(80), time: z.string().max(80), says: z.string().max(300) })).max(200),
})

/** The times to choose from that a result holds, `{ times: [{ day, time, says }] }`; undefined where it is something else. */
export function timesIn(value: unknown): InsertOf<'times'> | 'none' | undefined {
  const read = offered.safeParse(value)
  if (!read.success) return undefined
  if (read.data.times.length === 0) return 'none'
  const insert = insertSchema.safeParse({ kind: 'times', title: '', times: read.data.times.slice(0, 60) })
  return insert.success ? (insert.data as InsertOf<'times'>) : undefined
}
