import { createPinia, setActivePinia } from 'pinia'
import { shallowRef } from 'vue'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { Source } from '@parrot/contract'
import { rulesFile } from '../../../../server/testing/testApp'
import { openBrowserWorld, until, type BrowserWorld } from '../../../testing/browser'
import { notices } from '../../shared/undo'
import { usePassages } from './passageStore'

let world: BrowserWorld
let agentId: string
let sourceId: string

beforeAll(async () => {
  world = await openBrowserWorld()
})
afterAll(() => world.end())
beforeEach(async () => {
  world.isCut = false
  setActivePinia(createPinia())
  agentId = (await world.app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  sourceId = (await world.app.read(agentId, rulesFile())).id
})

const stored = async (): Promise<Source> => (await world.app.ask('GET', `/api/sources/${sourceId}`)).body

async function openDocument() {
  const source = shallowRef<Source | undefined>(await stored())
  const reading = usePassages(sourceId, agentId, source)
  await reading.load()
  /** Waits until the server has read the newest version, and shows it. */
  const settle = () =>
    until(async () => {
      source.value = await stored()
      return source.value.status === 'ready'
    }, 'the document is read anew')
  const shows = (text: string) => () => reading.passages.value.some((passage) => passage.text.includes(text))
  return { ...reading, source, settle, shows }
}

describe('a document read passage by passage', () => {
  it('shows a correction as a newer version, and the older one again when it is taken back', async () => {
    const { passages, edit, source, settle, shows } = await openDocument()
    const before = passages.value[0]!.text
    await edit(passages.value[0]!, { kind: 'correct', text: 'Dogs stay at home on Mondays.' })
    await settle()
    expect(source.value!.version).toBe(2)
    await until(shows('Dogs stay at home on Mondays.'), 'the correction is shown')
    await notices.notices.at(-1)!.undo!()
    await settle()
    expect(
      (await world.app.ask('GET', `/api/sources/${sourceId}/passages?agent=${agentId}`)).body.passages[0].text,
    ).toBe(before)
  })

  it('takes no second change while the first is on its way', async () => {
    const { passages, edit } = await openDocument()
    const [passage] = passages.value
    await Promise.all([
      edit(passage!, { kind: 'correct', text: 'The first.' }),
      edit(passage!, { kind: 'correct', text: 'The second.' }),
    ])
    expect((await world.app.ask('GET', `/api/sources/${sourceId}/versions`)).body.versions).toHaveLength(2)
  })

  it('changes nothing when someone else was quicker, and says so', async () => {
    const { passages, edit } = await openDocument()
    const [passage] = passages.value
    const mine = { kind: 'correct', passage: passage!.text, nth: 0 }
    await world.app.ask('POST', `/api/sources/${sourceId}/edits`, {
      version: 1,
      edit: { ...mine, text: 'Of another.' },
    })
    await edit(passage!, { kind: 'correct', text: 'Of mine.' })
    expect(notices.notices.at(-1)).toMatchObject({ tone: 'failed' })
    expect((await world.app.ask('GET', `/api/sources/${sourceId}/versions`)).body.versions).toHaveLength(2)
  })

  it('keeps what it shows when the server is gone, and says why', async () => {
    const { passages, error, load } = await openDocument()
    const many = passages.value.length
    world.isCut = true
    await load()
    expect(passages.value).toHaveLength(many)
    expect(error.value).toContain('cannot be reached')
  })
})
