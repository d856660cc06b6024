import { monitorEventLoopDelay, performance } from 'node:perf_hooks'
import { openTestApp, until, type TestApp } from '../../server/testing/testApp'
import { meadowText, QUESTIONS } from './texts'
import { ms, row, s } from './table'

const SCRIPTS = 100
const TURNS = 3
const RULES = 40
const STUDIED = 50
const CHARACTERS = 60_000

/** Refining on the built-in model: a run of 100 scripts beside other requests, the trials of a note, the effects of 40 rules. */
export async function benchRefining(): Promise<void> {
  const app = await openTestApp()
  const agent = (await app.ask('POST', '/api/agents', { name: 'Bench' })).body.id as string
  await app.read(agent, new File([meadowText(1, CHARACTERS)], 'meadow.md', { type: 'text/markdown' }))
  const rules = Array.from({ length: RULES }, (_, at) => ({
    id: `r${at}`,
    when: `someone asks about ${QUESTIONS[at % QUESTIONS.length]!.split(' ').slice(-2).join(' ')}`,
    do: `say “Note ${at} holds.”`,
  }))
  await app.ask('PUT', `/api/agents/${agent}/brief`, { revision: 1, brief: { identity: { name: 'Bench' }, rules } })
  await addScripts(app, agent, STUDIED)
  const took = async (work: () => Promise<unknown>) => {
    const began = performance.now()
    await work()
    return performance.now() - began
  }
  const effects = await took(() => studied(app, agent, { kind: 'effects' }))
  row(`effects of ${RULES} rules over ${STUDIED} scripts of ${TURNS} turns`, s(effects), 'aim: 180 s')

  await addScripts(app, agent, SCRIPTS - STUDIED, STUDIED)
  const delay = monitorEventLoopDelay({ resolution: 5 })
  delay.enable()
  const beside = setInterval(() => void app.ask('GET', `/api/agents/${agent}/brief`), 100)
  const run = await took(() => app.ask('POST', `/api/agents/${agent}/rehearsals`, { wait: 300 }))
  clearInterval(beside)
  delay.disable()
  row(`${SCRIPTS} scripts of ${TURNS} turns, beside other requests`, s(run), 'aim: 20 s')
  row('event-loop delay meanwhile', `${ms(delay.percentile(99) / 1e6)} p99`, 'aim: 50 ms')
  await benchNote(app, agent)
  await app.end()
}

async function addScripts(app: TestApp, agent: string, count: number, from = 0): Promise<void> {
  const script = (at: number) =>
    [
      `# Script ${at}`,
      ...Array.from(
        { length: TURNS },
        (_, turn) => `visitor: ${QUESTIONS[(at + turn * 5) % QUESTIONS.length]!} ${at % 7}\n- cites`,
      ),
    ].join('\n')
  const content = Array.from({ length: count }, (_, at) => script(from + at)).join('\n\n')
  await app.ask('POST', `/api/agents/${agent}/scripts/import`, { form: 'text', content })
}

async function studied(app: TestApp, agent: string, request: object): Promise<void> {
  const { id } = (await app.ask('POST', `/api/agents/${agent}/studies`, request)).body
  for (;;) {
    const { status } = (await app.ask('GET', `/api/studies/${id}`)).body
    if (status === 'done') return
    if (status === 'failed') throw new Error('The study failed.')
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
}

/** A note: until the first proposal was tried on its line, on every script, and until all were. */
async function benchNote(app: TestApp, agent: string): Promise<void> {
  const began = performance.now()
  const since = () => performance.now() - began
  const note = { question: QUESTIONS[0]!, wrong: 'should have mentioned the season ticket. Never say “meadow”.' }
  const { id } = (await app.ask('POST', `/api/agents/${agent}/notes`, note)).body
  const read = async () => (await app.ask('GET', `/api/notes/${id}`)).body
  type Shown = { trial: { played: number; scripts: number } | null }
  await until(async () => (await read()).proposals.some(({ trial }: Shown) => trial))
  row('a note, first proposal tried on its line', s(since()), 'aim: 1 s')
  const over = await (async () => {
    for (;;) {
      const shown = await read()
      if (shown.status !== 'trying') return shown
      await new Promise((resolve) => setTimeout(resolve, 50))
    }
  })()
  row(`a note, ${over.proposals.length} proposals tried on ${SCRIPTS} scripts`, s(since()), 'aim: 10 s')
}
