/** Calendars of others: what is free in them, and appointments made in them. */
export { book, cancel, CalendarTrouble, canBook, findFree, move, type Desk } from './appointments'
export type { CalendarPlace } from './caldav'
