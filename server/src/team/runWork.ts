import { withoutMarkers, type TurnState } from '@parrot/core/dialogue'
import { replyAsText } from '@parrot/core/inserts'
import {
  nextLegs,
  outputOf,
  taskFor,
  withLeg,
  withoutRepeats,
  type LegResult,
  type LegToDo,
  type RelayRun,
} from '@parrot/core/team'
import { agentById } from '../agents/queries'
import { sendMail } from '../delivery'
import { entriesOf } from '../feeds'
import type { Pending } from '../database'
import type { Works } from '../jobs'
import type { Services } from '../services'
import { decided } from '../requests'
import { listTools } from '../tools'
import { ask, draftOf, editionOf, type Subject } from '../turns/subject'
import { mayTurnTo } from './mayTurnTo'
import { changeRun, runById, setRun, type RunRow } from './relays'

const OVER = new Set<LegResult['state']>(['done', 'left'])

/**
 * Runs a relay leg by leg, each written down as soon as it is over, so that what a kill cut off goes on where it was. A leg
 * that may have changed something when it was cut off is not begun again by itself: a person is asked.
 */
export const relayWork = (services: Services): Works => {
  const { db, bus } = services

  /** Changes a run as it is just now: several legs may end at the same time. */
  const write = (id: string, change: (run: RunRow) => Partial<RunRow>): Promise<RunRow> => changeRun(db, id, change)
  const setLeg = async (id: string, leg: LegResult, pending: RunRow['pending'] = {}): Promise<RunRow> => {
    const row = await write(id, (run) => ({
      legs: [...withLeg(run, leg).legs],
      pending: { ...run.pending, ...pending },
    }))
    bus.tell(row.agentId, 'relays')
    return row
  }

  async function doLeg(row: RunRow, todo: LegToDo, signal: AbortSignal): Promise<void> {
    const { leg, tasks } = todo
    const before = row.legs.find(({ name }) => name === leg.name)!
    await setLeg(row.id, { ...before, state: 'running' })
    try {
      const subject = await subjectFor(services, row.agentId, leg.agent)
      const heard = { signal, audience: 'visitor', isUnattended: true } as const
      const said: (Pending & Pick<LegResult, 'citations' | 'inserts'>)[] = []
      const tell = ({ reply, inserts, citations, held }: TurnState) =>
        // The next leg reads words: what would be shown is told.
        said.push({ text: replyAsText(reply, inserts), citations, inserts, held })
      const agreed = row.pending[leg.name]
      if (agreed)
        for (const { text, held } of agreed) {
          if (held.length === 0) said.push({ text, held, citations: [] })
          for (const each of held) tell(await decided(services, subject, each, YES, [], heard))
        }
      else
        for (const task of tasks) {
          signal.throwIfAborted()
          tell(await ask(services, subject, task, [], heard))
        }
      const isAsking = said.some(({ held }) => held.length > 0)
      const others = row.legs.filter((other) => other.state === 'done' && !leg.task.includes(`{{${other.name}}}`))
      const whole = said.map(({ text }) => text).join('\n\n')
      const { text, taken } = isAsking
        ? { text: whole, taken: [] }
        : withoutRepeats(
            whole,
            others.map((other) => other.text),
          )
      const state = isAsking ? 'asks' : leg.approval ? 'looked' : 'done'
      await setLeg(
        row.id,
        {
          ...before,
          state,
          text,
          repeated: taken,
          citations: said.length === 1 ? said[0]!.citations : [],
          inserts: said.flatMap(({ inserts = [] }) => inserts),
          because: '',
        },
        isAsking ? { [leg.name]: said.map(({ text, held }) => ({ text, held })) } : {},
      )
    } catch (error) {
      if (signal.aborted) throw error
      services.log.warn(error)
      await setLeg(row.id, {
        ...before,
        state: 'failed',
        because: error instanceof Error ? error.message : String(error),
      })
    }
  }

  return {
    async work(id, report, signal) {
      let row = await runById(db, id)
      if (row.status === 'done' || row.status === 'cancelled') return
      row = await write(id, () => ({ status: 'running' }))
      const given = await feedsOf(services, row).catch((error: unknown) => error as Error)
      if (given instanceof Error) {
        const first = row.legs[0]!
        await setLeg(id, { ...first, state: 'failed', because: given.message })
        await write(id, () => ({ status: 'failed' }))
        bus.tell(row.agentId, 'relays')
        return
      }
      if (Object.keys(given).length > 0) row = await write(id, (run) => ({ inputs: { ...run.inputs, ...given } }))
      const careful = await mayChange(services, row)
      // What was at work when the server was killed.
      for (const leg of row.legs.filter(({ state }) => state === 'running'))
        row = await setLeg(id, {
          ...leg,
          state: careful.has(leg.name) ? 'unsure' : 'waiting',
          because: careful.has(leg.name)
            ? 'It was cut off, and may have done something already. Look before it is done again.'
            : '',
        })
      for (;;) {
        signal.throwIfAborted()
        const next: { run: RelayRun; todo: readonly LegToDo[] } = nextLegs(row.spec, row)
        if (next.run !== row) row = await write(id, () => ({ legs: [...next.run.legs] }))
        if (next.todo.length === 0) break
        const begun = row
        await Promise.all(next.todo.map((todo) => doLeg(begun, todo, signal)))
        row = await runById(db, id)
        report(row.legs.filter(({ state }) => OVER.has(state)).length / Math.max(1, row.legs.length))
      }
      const status = row.legs.every(({ state }) => OVER.has(state))
        ? 'done'
        : row.legs.some(({ state }) => state === 'failed')
          ? 'failed'
          : 'waiting'
      await write(id, (run) => ({
        status,
        endedAt: status === 'done' ? new Date() : null,
        ...(status === 'done' && run.mail === null ? { mail: mailOf(run) } : {}),
      }))
      if (status === 'done') await answerAlone(services, id)
      bus.tell(row.agentId, 'relays')
    },
    giveUp: async (id) => {
      const row = await write(id, () => ({ status: 'failed' as const }))
      bus.tell(row.agentId, 'relays')
    },
    reopen: async (id) => setRun(db, id, { status: 'queued' }),
  }
}

/** The newest entries of the feeds a relay is given, for inputs that were left open: a line each. */
async function feedsOf(services: Services, { spec, inputs }: RunRow): Promise<Record<string, string>> {
  const open = spec.inputs.filter(({ name, type, url }) => type === 'feed' && url !== '' && !inputs[name])
  const read = await Promise.all(
    open.map(async ({ name, url, most }) => {
      const entries = (await entriesOf(services, url)).slice(0, most)
      return [name, entries.map(({ title, values }) => `- ${title}: ${values.text}`).join('\n')] as const
    }),
  )
  return Object.fromEntries(read)
}

/** Sends the answer to the mail that began a run, where the cue says so. It is marked as sent before: a kill sends none twice. */
async function answerAlone({ db, seal, log }: Services, id: string): Promise<void> {
  const { mail, ...run } = await runById(db, id)
  const text = outputOf(run.spec, run)
  if (!mail?.answers?.isSentAlone || mail.sentAt !== null || text === '') return
  await setRun(db, id, { mail: { ...mail, sentAt: new Date().toISOString() } })
  const words = { subject: mail.subject, text: withoutMarkers(text), answers: mail.answers.messageId }
  const { isTaken, answer } = await sendMail(db, seal, mail.to, words)
  if (isTaken) return
  log.warn(`The answer to a mail was not taken: ${answer}`)
  // It waits for a person then, as a draft.
  await setRun(db, id, { mail: { ...mail, answers: { ...mail.answers, isSentAlone: false } } })
}

/** The mail that is drafted of a run that is over; null where none is wanted. */
const mailOf = (run: RunRow): RunRow['mail'] =>
  run.spec.mail && { to: taskFor(run.spec.mail.to, run), subject: taskFor(run.spec.mail.subject, run), sentAt: null }

/** Whoever looks at a run agrees to all that a leg is ready to do. */
const YES = { isAgreed: true, words: '' }

/** An agent as it does its leg: as it was published, or as a draft where it never was. */
async function subjectFor(services: Services, owner: string, agentId: string): Promise<Subject> {
  const agent = await agentById(services.db, agentId)
  if (owner !== agentId && !(await mayTurnTo(services.db, owner, agentId)))
    throw new Error(`“${agent.name}” is not shared with everybody who may edit this relay.`)
  return agent.liveEdition === null ? draftOf(services, agent) : editionOf(services, agent, agent.liveEdition)
}

/** Legs whose agents may change something outside, by themselves or through whom they turn to. */
async function mayChange(services: Services, { spec, agentId }: RunRow): Promise<Set<string>> {
  const changing = new Set(
    (await listTools(services.db)).flatMap(({ operations }) =>
      operations.filter(({ changes }) => changes).map(({ name }) => name),
    ),
  )
  const careful = new Set<string>()
  for (const leg of spec.legs) {
    const brief = (await subjectFor(services, agentId, leg.agent).catch(() => undefined))?.brief
    const doesItself = brief?.tools.some(({ id, enabled }) => enabled && changing.has(id))
    if (doesItself || brief?.colleagues.some(({ enabled }) => enabled)) careful.add(leg.name)
  }
  return careful
}
