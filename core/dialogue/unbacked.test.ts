import { describe, expect, it } from 'vitest'
import { briefFrom } from '../brief'
import { allotments, saying } from '../testing'
import { understudy } from '../understudy'
import { takeTurn, type Model, type TurnContext } from './index'

const INVENTED = 'Elephants receive champagne at midnight.'
const REPLY = `Water is turned on in April [1]. ${INVENTED}`
type Grounding = Parameters<typeof briefFrom>[0]['grounding']

async function turn(grounding: Grounding, audience: TurnContext['audience'], model: Model) {
  return takeTurn('When is the water turned on?', {
    brief: briefFrom({ grounding }),
    library: allotments,
    model,
    conversation: [],
    clock: () => 0,
    ...(audience ? { audience } : {}),
  })
}

describe('a sentence that nothing backs', () => {
  it.each([
    ['unset', {}, 'reviewer', true, 1],
    ['unset', {}, 'visitor', false, 2],
    ['unset', {}, undefined, false, 2],
    ['mark', { unbacked: 'mark' }, 'visitor', true, 1],
    ['askAgain', { unbacked: 'askAgain' }, 'reviewer', false, 2],
    ['remove', { unbacked: 'remove' }, 'reviewer', false, 1],
    ['a model’s own knowledge allowed', { libraryOnly: false }, 'visitor', true, 1],
  ] as const)('%s (%o), heard by %s: said %s, asked %i times', async (_name, grounding, audience, isSaid, asked) => {
    const model = saying(REPLY)
    const { reply } = await turn(grounding, audience, model)
    expect(reply.includes(INVENTED)).toBe(isSaid)
    expect(model.asked).toBe(asked)
  })

  it('of the built-in model is left out whoever hears it: it would say the same again', async () => {
    const builtIn: Model = { ...saying(REPLY), canRevise: false }
    expect((await turn({}, 'reviewer', builtIn)).reply).toBe('Water is turned on in April [1].')
    expect(understudy.canRevise).toBeUndefined()
  })

  it('that is all there is becomes what the brief says when it does not know', async () => {
    const { reply, outcome, citations } = await turn(
      { whenUnknown: 'I do not know.' },
      'visitor',
      saying(`Good news! ${INVENTED}`),
    )
    expect({ reply, outcome, citations }).toEqual({ reply: 'I do not know.', outcome: 'unknown', citations: [] })
  })
})

describe('coarse words', () => {
  it('of a visitor are noted in the workings, and the line is answered', async () => {
    const { workings, reply } = await takeTurn('When is the fucking water turned on?', {
      brief: briefFrom({}),
      library: allotments,
      model: understudy,
      conversation: [],
      clock: () => 0,
    })
    expect(workings[0]!.details).toContainEqual({ label: 'Coarse', text: '“fuck” stands in the line' })
    expect(reply).toContain('April')
  })
})
