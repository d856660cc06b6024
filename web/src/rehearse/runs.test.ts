import { createPinia, setActivePinia } from 'pinia'
import { ref } from 'vue'
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { rulesFile } from '../../../server/testing/testApp'
import { openBrowserWorld, type BrowserWorld } from '../../testing/browser'
import { useAgent } from '../frame/agentStore'
import { notices } from '../shared/undo'
import { cellOf, useCell, useRuns } from './runs'

let world: BrowserWorld
let id: string

const script = (title: string, includes: string) => ({
  title,
  turns: [{ say: 'When is the water turned on?', checks: [{ kind: 'includes', text: includes }] }],
})

beforeAll(async () => {
  world = await openBrowserWorld()
})
afterAll(() => world.end())
beforeEach(async () => {
  world.isCut = false
  setActivePinia(createPinia())
  vi.stubGlobal('document', Object.assign(new EventTarget(), { hidden: true }))
  id = (await world.app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  await world.app.read(id, rulesFile())
  await world.app.ask('POST', `/api/agents/${id}/scripts`, script('Water', 'April'))
  await world.app.ask('POST', `/api/agents/${id}/scripts`, script('Ice', 'glacier'))
})

async function openRuns() {
  await useAgent().open(id)
  const runs = useRuns(ref(id))
  await runs.load()
  return runs
}
type Runs = Awaited<ReturnType<typeof openRuns>>
const idOf = (runs: Runs, title: string) => runs.scripts.data.value!.scripts.find((each) => each.title === title)!.id

describe('the sheet of runs', () => {
  it('shows how each script went, and in a few words how all did', async () => {
    const runs = await openRuns()
    expect([runs.rehearsals.value, runs.summary.value]).toEqual([[], ''])
    await runs.run()
    const [newest] = runs.rehearsals.value
    expect(cellOf(newest!, idOf(runs, 'Water'))!.passed).toBe(true)
    expect(cellOf(newest!, idOf(runs, 'Ice'))!.passed).toBe(false)
    expect(runs.summary.value).toContain('1 of 2')
    expect(runs.progress.value).toBeUndefined()
  })

  it('compares a script with the newest run before that played it, not with one that left it out', async () => {
    const runs = await openRuns()
    const water = idOf(runs, 'Water')
    await runs.run()
    await runs.run([idOf(runs, 'Ice')])
    await runs.run([water])
    const [newest, , first] = runs.rehearsals.value
    const cells = [newest, first].map((run) => useCell(ref(run), ref(water)))
    await vi.waitFor(() => expect(cells.every(({ value }) => value)).toBe(true))
    const [latest, earliest] = cells.map(({ value }) => value!)
    expect(latest!.before!.result).toEqual(earliest!.result)
    expect(earliest!.before).toBeNull()
  })

  it('says that it could not run, and is ready for another go', async () => {
    const runs = await openRuns()
    world.isCut = true
    await runs.run()
    expect(notices.notices.at(-1)).toMatchObject({ tone: 'failed' })
    expect([runs.progress.value, runs.rehearsals.value]).toEqual([undefined, []])
    world.isCut = false
    await runs.run()
    expect(runs.rehearsals.value).toHaveLength(1)
  })

  it('shows nothing of a run that was cancelled', async () => {
    const runs = await openRuns()
    const before = notices.notices.length
    const running = runs.run()
    await vi.waitFor(() => expect(runs.progress.value?.title).not.toBe(''), { timeout: 15_000 })
    await runs.cancel()
    await running
    expect([notices.notices.length, runs.progress.value]).toEqual([before, undefined])
  })
})
