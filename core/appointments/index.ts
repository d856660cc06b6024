/** Appointments: when they can be had, what a calendar says is taken, and events as iCalendar. */
export { appointmentSettings, type AppointmentSettings } from './settings'
export { freeTimes, isFree, isOffered, momentOf, saidOf, stretchFor, type Asked, type Slot, type Span } from './free'
export { busyIn, eventAsIcs, uidIn, type EventFields, type Method } from './calendar'
