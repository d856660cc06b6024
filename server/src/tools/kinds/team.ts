import { DateTime } from 'luxon'
import { addRequests, tellTeam, withdrawRequest, type NewRequest } from '../../requests'
import { failed, operation, textOf, type ToolKindAtHand } from './kind'

const FURTHEST_DAYS = 60
const named = (input: Readonly<Record<string, unknown>>, names: readonly string[]): Record<string, string> =>
  Object.fromEntries(names.flatMap((name) => (textOf(input[name]) ? [[name, textOf(input[name])]] : [])))

/** People of the team, who ring visitors up or answer what the agent cannot. They find it among the requests of the logbook. */
export const team: ToolKindAtHand = {
  operations: () => [
    operation(
      'call_back',
      'Have somebody ring',
      'Asks a person of the team to ring the visitor up.',
      {
        phone: ['At which number can you be reached?', 'phone'],
        what: ['What is it about?'],
        'name?': ['What is your name?'],
        'day?': ['On which day?', 'date'],
        'time?': ['At what time?', 'time'],
      },
      { changes: true, standIn: JSON.stringify({ phone: '0123 456789', when: 'as soon as may be' }) },
    ),
    operation(
      'ask_team',
      'Ask the team',
      'Gives a question or a wish to a person of the team, who answers in the conversation or by mail.',
      { what: ['What shall I pass on?', 'question'], 'email?': ['Which e-mail address may they answer to?', 'email'] },
      { changes: true, standIn: JSON.stringify({ what: 'the question' }) },
    ),
  ],

  async call({ means, row, operation: { name, title, request }, input, caller: { agentId, conversationId }, isDry }) {
    const isCall = (request?.url || name) === CALL
    const values = valuesOf(isCall, input)
    const sent = { method: 'ASK', url: 'team', headers: {}, body: JSON.stringify(values, null, 2) }
    const due = isCall ? dueAt(values, row.settings.timeZone) : null
    if (due === 'past')
      return { sent: null, result: { ...failed('That is no time to come.'), asksAgain: ['day', 'time'] } }
    if (isDry) return { sent, result: null }
    if (agentId === null) return { sent, result: failed('Only an agent asks the team.') }
    const made: NewRequest = {
      agentId,
      conversationId,
      kind: isCall ? 'callBack' : 'question',
      title,
      values,
      dueAt: due?.toJSDate() ?? null,
    }
    await addRequests(means.db, [made])
    await tellTeam(means, made)
    const value = { ...values, ...(due ? { when: due.toFormat('cccc d LLLL, HH:mm') } : {}) }
    return { sent, result: { text: JSON.stringify(value), value } }
  },

  async takeBack({ means, operation: { name, request }, input, caller: { conversationId } }) {
    const isCall = (request?.url || name) === CALL
    const values = JSON.stringify(Object.entries(valuesOf(isCall, input)).sort())
    const isTaken =
      conversationId !== null &&
      (await withdrawRequest(
        means,
        conversationId,
        (row) =>
          row.kind === (isCall ? 'callBack' : 'question') &&
          JSON.stringify(Object.entries(row.values).sort()) === values,
      ))
    return isTaken ? { text: 'Taken back.' } : failed('Somebody has seen to it already.')
  },
}

const CALL = 'call_back'
const valuesOf = (isCall: boolean, input: Readonly<Record<string, unknown>>): Record<string, string> =>
  named(input, isCall ? ['name', 'phone', 'what', 'day', 'time'] : ['what', 'email'])

const MORNING = '09:00'
/** When it is wanted; null for as soon as may be. */
function dueAt({ day, time }: Record<string, string>, zone = 'utc'): DateTime | null | 'past' {
  if (!day && !time) return null
  const now = DateTime.now().setZone(zone)
  const due = DateTime.fromISO(`${day ?? now.toISODate()}T${time ?? MORNING}`, { zone })
  // A day without a time is the whole day.
  const isOver = (day && !time ? due.endOf('day') : due) < now
  return !due.isValid || isOver || due.diff(now, 'days').days > FURTHEST_DAYS ? 'past' : due
}
