/** The people at the ticket desk, who ring passengers up. */
export const ticketDesk = { kind: 'team', name: 'Ticket desk', settings: { timeZone: 'Europe/London' } } as const

/** Mails that remind passengers of what they want to be reminded of. */
export const reminders = { kind: 'reminder', name: 'Reminders', settings: { timeZone: 'Europe/London' } } as const

/** The calendar of the group desk, in which Marlow makes appointments. */
export const groupDesk = {
  kind: 'calendar',
  name: 'Group desk',
  settings: {
    appointments: {
      timeZone: 'Europe/London',
      hours: [
        { days: [0, 1, 2, 3, 4], from: '09:00', to: '12:00' },
        { days: [0, 1, 2, 3], from: '13:30', to: '16:00' },
      ],
      lengthMinutes: 30,
      noticeMinutes: 120,
      daysAhead: 60,
      windowDays: 5,
      title: 'Group crossing: {{name}}',
    },
  },
} as const
