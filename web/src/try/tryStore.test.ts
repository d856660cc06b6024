import { createPinia, setActivePinia } from 'pinia'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { rulesFile } from '../../../server/testing/testApp'
import { openBrowserWorld, until, type BrowserWorld } from '../../testing/browser'
import { useBrief } from '../brief/briefStore'
import { notices } from '../shared/undo'
import { answerToBegin, useTry } from './tryStore'

let world: BrowserWorld
let id: string

beforeAll(async () => {
  world = await openBrowserWorld()
  id = (await world.app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  await world.app.read(id, rulesFile())
})
afterAll(() => world.end())

async function openStrip() {
  setActivePinia(createPinia())
  const brief = useBrief()
  const strip = useTry()
  brief.open(id)
  strip.open(id)
  await until(() => brief.state === 'saved', 'the brief is open')
  return { brief, strip }
}

beforeEach(() => {
  world.isCut = false
})

describe('the try strip', () => {
  it('asks, gathers the steps and the pieces, and holds the whole answer', async () => {
    const { strip } = await openStrip()
    await strip.ask('  When is the water turned on? ')
    const [line] = strip.lines
    expect(line).toMatchObject({ said: 'When is the water turned on?', turn: { outcome: 'answered' } })
    expect(line!.soFar.trim()).toBe(line!.turn!.reply)
    expect(line!.steps.map((step) => step.step)).toContain('checks')
    expect(strip.isOpen).toBe(true)
  })

  it('asks the draft as it is on the screen: an edit still on its way is saved first', async () => {
    const { brief, strip } = await openStrip()
    brief.edit((draft) =>
      draft.rules.push({
        id: 'r',
        when: '',
        do: 'say “Fresh from the screen.”',
        strength: 'always',
        enabled: true,
        like: [],
        unlike: [],
      }),
    )
    await strip.ask('Are bonfires allowed?')
    expect(strip.lines[0]!.turn!.reply).toContain('Fresh from the screen.')
    expect(strip.lines[0]!.turn!.revision).toBe(brief.revision)
  })

  it('goes on in one conversation until it is started over', async () => {
    const { strip } = await openStrip()
    await strip.ask('What is the fee for a small plot?')
    await strip.ask('And a large plot?')
    expect(strip.lines[1]!.turn!.conversationId).toBe(strip.lines[0]!.turn!.conversationId)
    const before = strip.lines[0]!.turn!.conversationId
    strip.startOver()
    expect(strip.lines).toEqual([])
    await strip.ask('Hello')
    expect(strip.lines[0]!.turn!.conversationId).not.toBe(before)
  })

  it('ignores an empty line and a second question while one is being answered', async () => {
    const { strip } = await openStrip()
    await strip.ask('   ')
    expect(strip.lines).toHaveLength(0)
    const first = strip.ask('Are bonfires allowed?')
    await strip.ask('Hello')
    await first
    expect(strip.lines).toHaveLength(1)
  })

  it('says what went wrong in the line, and can be asked again', async () => {
    const { strip } = await openStrip()
    world.isCut = true
    await strip.ask('Are bonfires allowed?')
    expect(strip.lines[0]!.error).toContain('cannot be reached')
    expect(strip.isAsking).toBe(false)
    world.isCut = false
    await strip.askAgain()
    expect(strip.lines[1]!.turn!.outcome).toBe('answered')
  })
})

describe('pinned lines', () => {
  it('are asked again after a change, marked when they moved, and no longer once looked at', async () => {
    const { brief, strip } = await openStrip()
    await strip.pin('Are sprinklers allowed?')
    expect(strip.pins).toMatchObject([{ hasMoved: false, isStale: false }])
    brief.edit((draft) =>
      draft.rules.push({
        id: 's',
        when: 'someone asks about sprinklers',
        do: 'say “Use a can.”',
        strength: 'always',
        enabled: true,
        like: [],
        unlike: [],
      }),
    )
    await brief.save()
    strip.somethingChanged()
    await until(() => strip.pins[0]!.hasMoved, 'the answer moved')
    strip.showPin(strip.pins[0]!)
    expect(strip.pins[0]).toMatchObject({ hasMoved: false })
    expect(strip.shownPin).toBe(strip.pins[0]!.id)
    expect(strip.isOpen).toBe(true)
  })

  it('can be unpinned, with a way back', async () => {
    const { strip } = await openStrip()
    await until(() => strip.pins.length === 1, 'the pins are loaded')
    await strip.unpin(strip.pins[0]!)
    expect(strip.pins).toEqual([])
    await notices.notices.at(-1)!.undo!()
    expect(strip.pins.map((pin) => pin.text)).toEqual(['Are sprinklers allowed?'])
  })
})

describe('keeping a conversation', () => {
  it('makes a script of it, with outcome and source of each answer as checks', async () => {
    const { strip } = await openStrip()
    await strip.ask('Are bonfires allowed?')
    await strip.ask('Do you sell rockets?')
    const scriptId = await strip.keepAsScript()
    const { scripts } = (await world.app.ask('GET', `/api/agents/${id}/scripts`)).body
    expect(scripts.find((script: { id: string }) => script.id === scriptId)).toMatchObject({
      title: 'Are bonfires allowed?',
      turns: [
        {
          say: 'Are bonfires allowed?',
          checks: [
            { kind: 'outcome', outcome: 'answered' },
            { kind: 'cites', source: 'Allotment rules' },
          ],
        },
        { say: 'Do you sell rockets?', checks: [{ kind: 'outcome', outcome: 'unknown' }] },
      ],
    })
  })
})

describe('an answer given by hand', () => {
  it('is kept, and the question is asked again beside the answer before', async () => {
    const { strip } = await openStrip()
    await strip.ask('Who mends the pump?')
    expect(strip.lines[0]!.turn).toMatchObject({ outcome: 'unknown', question: 'Who mends the pump?' })
    await strip.giveAnswer('Who mends the pump?', 'The pump is mended by the water warden.')
    const again = strip.lines.at(-1)!.turn!
    expect(again.reply).toContain('mended by the water warden')
    expect(again.before?.outcome).toBe('unknown')
    await notices.notices.at(-1)!.undo!()
    await strip.askAgain()
    expect(strip.lines.at(-1)!.turn!.outcome).toBe('unknown')
  })

  const said = (text: string, isClaim: boolean) => {
    return { text, isClaim, score: 1, isSupported: true, by: 'passage' as const }
  }

  it.each([
    ['unknown', 'I don’t know. What comes nearest, under “Water”: “The pump is old.”', [], 'The pump is old.'],
    ['unknown', 'I don’t know that.', [], ''],
    ['answered', 'Water is free [1].', [said('Water is free.', true)], 'Water is free.'],
    [
      'answered',
      'Glad you asked. Yes. Water is free [1].',
      [said('Glad you asked.', false), { ...said('Yes.', false), isVerdict: true }, said('Water is free.', true)],
      'Yes. Water is free.',
    ],
  ] as const)('begins, when the question was %s, with what there is: %s', (outcome, reply, support, begun) =>
    expect(answerToBegin({ outcome, reply, support })).toBe(begun),
  )
})
