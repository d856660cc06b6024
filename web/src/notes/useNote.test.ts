import { createPinia, setActivePinia } from 'pinia'
import { ref } from 'vue'
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { rulesFile } from '../../../server/testing/testApp'
import { openBrowserWorld, until, type BrowserWorld } from '../../testing/browser'
import { useBrief } from '../brief/briefStore'
import { useAgent } from '../frame/agentStore'
import { notices, undoNotice } from '../shared/undo'
import { useNote } from './useNote'

let world: BrowserWorld
let id: string
beforeAll(async () => {
  world = await openBrowserWorld()
})
afterAll(() => world.end())

/** A note on an answer, opened once its proposals were tried. */
async function openNote(note: object) {
  const { id: noteId } = (await world.app.ask('POST', `/api/agents/${id}/notes`, note)).body
  await until(async () => (await world.app.ask('GET', `/api/notes/${noteId}`)).body.status === 'ready', 'tried')
  const opened = useNote(ref(noteId))
  await until(() => opened.note.value !== undefined, 'loaded')
  return opened
}
const reply = async () =>
  (await world.app.ask('POST', `/api/agents/${id}/turns`, { text: 'When is the water turned on?' })).body.reply

beforeEach(async () => {
  world.isCut = false
  setActivePinia(createPinia())
  vi.stubGlobal('document', Object.assign(new EventTarget(), { hidden: true }))
  id = (await world.app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  await world.app.read(id, rulesFile())
  await useAgent().open(id)
  useBrief().open(id)
  await until(() => useBrief().brief !== undefined, 'the brief is there')
})

const TAP = { question: 'When is the water turned on?', wrong: 'should have said “Bring the tap key.”' }

describe('a note on the screen', () => {
  it('has its best proposal accepted with one act and taken back with another, the brief following', async () => {
    const { note, open, accept } = await openNote(TAP)
    expect(open.value[0]!.trial!.mends).toBe(true)
    await accept(open.value[0]!, false)
    expect([note.value!.closed, useBrief().brief!.rules]).toEqual([
      'accepted',
      [expect.objectContaining({ like: [TAP.question] })],
    ])
    expect(await reply()).toContain('tap key')
    await undoNotice(notices.notices.at(-1)!.id)
    expect([note.value!.closed, useBrief().brief!.rules]).toEqual([null, []])
    expect(await reply()).not.toContain('tap key')
  })

  it('saves what is typed in the brief before it accepts, so that neither is lost', async () => {
    const { open, accept } = await openNote(TAP)
    useBrief().edit((draft) => (draft.purpose.job = 'help gardeners'))
    await accept(open.value[0]!, false)
    const { brief } = (await world.app.ask('GET', `/api/agents/${id}/brief`)).body
    expect([brief.purpose.job, brief.rules.length]).toEqual(['help gardeners', 1])
  })

  it('hides what was dismissed, and brings a dismissed note back', async () => {
    const { note, open, dismiss, dismissNote } = await openNote(TAP)
    const many = open.value.length
    await dismiss(open.value.at(-1)!)
    expect(open.value).toHaveLength(many - 1)
    await dismissNote()
    expect(note.value!.closed).toBe('dismissed')
    await undoNotice(notices.notices.at(-1)!.id)
    expect(note.value!.closed).toBeNull()
  })

  it('says that the server is gone, and keeps what it shows', async () => {
    const { note, open, accept } = await openNote(TAP)
    world.isCut = true
    await accept(open.value[0]!, true)
    expect(notices.notices.at(-1)).toMatchObject({ tone: 'failed' })
    expect(note.value!.closed).toBeNull()
  })
})
