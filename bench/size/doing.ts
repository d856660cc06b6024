/** What it takes to do things: choosing among many tools and filling what one needs, and a relay of ten legs. */
import { briefFrom } from '@parrot/core/brief'
import { takeTurn } from '@parrot/core/dialogue'
import { standInTool } from '@parrot/core/tools'
import { understudy } from '@parrot/core/understudy'
import { openTestApp, until } from '../../server/testing/testApp'
import { row, timed } from './table'
import { meadowText, QUESTIONS } from './texts'

const TOOLS = 50
const LEGS = 10
/** What the tools are for: things people ask of services, each in words of its own. */
const THINGS =
  'seats fares tides parking lockers bicycles refunds tickets gardens kitchens lessons concerts doctors dentists rooms tables libraries museums deliveries invoices salaries holidays batteries printers keys cameras boats trains flights buses taxis weather news recipes medicines parcels repairs insurance passports visas loans taxes schools exams teachers coaches swimming tennis chess'.split(
    ' ',
  )

export async function benchDoing(): Promise<void> {
  const tools = THINGS.slice(0, TOOLS).map((thing) =>
    standInTool({
      name: `find_${thing}`,
      title: `Find ${thing}`,
      description: `Finds ${thing}.`,
      changes: false,
      answer: '{"found": 3}',
      parameters: {
        type: 'object',
        properties: { day: { type: 'string', format: 'date' }, people: { type: 'integer' } },
        required: ['day', 'people'],
      },
    }),
  )
  const brief = briefFrom({
    tools: tools.map(({ name }, at) => ({
      id: name,
      when: `someone asks about ${THINGS[at]} on a day for some people`,
    })),
  })
  let turn = 0
  const took: number[] = []
  await timed(async () => {
    const thing = THINGS[turn % THINGS.length]
    const state = await takeTurn(
      `What ${thing} are there on ${1 + (turn++ % 28)} March for ${2 + (turn % 7)} people?`,
      {
        brief,
        library: { search: () => [] },
        model: understudy,
        conversation: [],
        tools,
        today: { date: '2027-02-01', weekday: 0 },
        clock: () => performance.now(),
      },
    )
    const step = state.workings.find((working) => working.step === 'duty')
    if (step) took.push(step.tookMs)
  }, 60)
  took.sort((a, b) => a - b)
  row(
    `choosing among ${TOOLS} tools, filling and calling`,
    `${took[took.length >> 1]!.toFixed(1)} ms median, ${took[Math.floor(took.length * 0.95)]!.toFixed(1)} ms p95`,
    `in ${took.length} of 60 turns; aim: 20 ms`,
  )

  const app = await openTestApp()
  const { id } = (await app.ask('POST', '/api/agents', { name: 'Bench' })).body as { id: string }
  await app.read(id, new File([meadowText(1, 200_000)], 'meadow.md'))
  const legs = Array.from({ length: LEGS }, (_, at) => ({
    name: `leg${at}`,
    agent: id,
    task: QUESTIONS[at % QUESTIONS.length]!,
  }))
  const relay = (await app.ask('POST', `/api/agents/${id}/relays`, { name: 'Ten', legs })).body as { id: string }
  const run = async () => {
    const { id: runId } = (await app.ask('POST', `/api/relays/${relay.id}/runs`, {})).body as { id: string }
    await until(async () => ((await app.ask('GET', `/api/runs/${runId}`)).body as { status: string }).status === 'done')
  }
  await run()
  row(`a relay of ${LEGS} legs`, await timed(run, 5), 'over HTTP, each leg stored; aim: 2 s')
  await app.end()
}
