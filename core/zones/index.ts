/** Time zones, and what the clocks on their walls show. */
import { DateTime, IANAZone } from 'luxon'
import { z } from 'zod'

/** A time zone by its name in the zone database. */
export const zoneSchema = z
  .string()
  .max(60)
  .refine((zone) => IANAZone.isValidZone(zone), 'That is no time zone; write one such as Europe/London.')

/** A moment by the clock on the wall of a zone. */
export const wallAt = (moment: number, zone: string, language = 'en-GB'): DateTime =>
  DateTime.fromMillis(moment, { zone, locale: language })

/** What the clock of a zone shows, as if it were UTC: what reckons without zones can reckon with it. */
export const wallAsUtc = (moment: Date, zone: string): Date =>
  DateTime.fromJSDate(moment, { zone }).setZone('utc', { keepLocalTime: true }).toJSDate()

/** The moment at which the clock of a zone shows a time given as if it were UTC; where clocks skip it, the moment after. */
export const fromWall = (wall: Date, zone: string): Date =>
  DateTime.fromJSDate(wall, { zone: 'utc' }).setZone(zone, { keepLocalTime: true }).toJSDate()
