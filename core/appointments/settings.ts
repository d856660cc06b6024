import { z } from 'zod'
import { zoneSchema } from '../zones'

const clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$|^24:00$/, 'Write a time as 09:30.')
const day = z.string().regex(/^\d{4}-\d{2}-\d{2}$/, 'Write a day as 2027-03-12.')
/** Hours of some days of the week, 0 for Monday. */
const open = z
  .object({ days: z.array(z.number().int().min(0).max(6)).max(7), from: clock, to: clock })
  .refine(({ from, to }) => from < to, { message: 'It must end after it begins.', path: ['to'] })
const minutes = (most: number) => z.number().int().min(0).max(most)

/** When appointments can be had: hours by weekday, how long one is, what lies between, and how far ahead. */
export const appointmentSettings = z.object({
  timeZone: zoneSchema.default('Europe/London'),
  hours: z
    .array(open)
    .max(20)
    .default(() => [{ days: [0, 1, 2, 3, 4], from: '09:00', to: '17:00' }]),
  /** How long one is, and what is left free after it. */
  lengthMinutes: minutes(24 * 60)
    .min(5)
    .default(30),
  bufferMinutes: minutes(24 * 60).default(0),
  /** How long before it begins one can still be had. */
  noticeMinutes: minutes(60 * 24 * 60).default(60),
  /** How many days ahead, counted from today; and how many are looked through where no day was said. */
  daysAhead: minutes(730).min(1).default(90),
  windowDays: minutes(60).min(1).default(7),
  holidays: z.array(day).max(400).default([]),
  /** Persons or rooms, each with a calendar of its own; none: the tool's own calendar. */
  places: z
    .array(z.object({ name: z.string().trim().min(1).max(80), url: z.string().trim().max(2000) }))
    .max(20)
    .default([]),
  /** What stands in the calendar, with {{name}}. */
  title: z.string().max(200).default('{{name}}'),
})
export type AppointmentSettings = z.infer<typeof appointmentSettings>
