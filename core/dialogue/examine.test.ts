import { describe, expect, it } from 'vitest'
import { briefFrom } from '../brief'
import { allotments, saying } from '../testing'
import { ModelProblem, takeTurn, type Model } from './index'

const brief = briefFrom({
  identity: { name: 'Ada' },
  manner: { dials: { warmth: 0, brevity: 100 } },
  grounding: { whenUnknown: 'The book does not say.' },
})

describe('a reply that a model speaks', () => {
  const BAD = [
    'Water is tur',
    'ned on in April [1]. ',
    'Pay with 4111 11',
    '11 1111 1111 today. ',
    'Elephants receive champagne at midnight. ',
    'Small plots cost £40.00 a year, see [the list](https://evil.example/x). ',
    'It is turned off in Oct',
  ]
  const hear = async (model: Model, audience: 'visitor' | 'reviewer', own = brief) => {
    const heard: string[] = []
    const turn = await takeTurn('When is the water turned on, and what does a small plot cost?', {
      brief: own,
      library: allotments,
      model,
      audience,
      conversation: [],
      clock: () => 0,
      onText: (text) => heard.push(text),
    })
    return { turn, heard: heard.join('') }
  }
  const NOT_FOR_ANYBODY = /4111|evil\.example|in Oct/
  const removing = briefFrom({ ...brief, grounding: { ...brief.grounding, unbacked: 'remove' } })

  it('sends a visitor neither card number, nor invention, nor foreign link, nor a sentence that broke off', async () => {
    for (const own of [brief, removing]) {
      const { turn, heard } = await hear(saying(BAD), 'visitor', own)
      for (const text of [heard, turn.reply]) expect(text).not.toMatch(/4111|lephant|evil\.example|in Oct/)
      expect(heard).toMatch(/^Water is turned on in April \[1\]\./)
    }
  })

  it('never empties what is sound: the rest of it stays as it was', async () => {
    const { turn } = await hear(saying(BAD), 'visitor', removing)
    expect(turn.reply).toBe('Water is turned on in April [1]. Small plots cost £40.00 a year, see the list.')
    expect(turn.outcome).toBe('answered')
    expect(turn.workings.at(-1)!.details.filter(({ label }) => label === 'Removed')).toHaveLength(3)
  })

  it('asks the model once more for a visitor, with the sentence and why, and shows before and after', async () => {
    const model = saying(BAD, ['Water is turned on in April [1]. A small plot costs £40.00 a year [2].'])
    const { turn } = await hear(model, 'visitor')
    expect(model.asked).toBe(2)
    expect(turn.reply).toBe('Water is turned on in April [1]. A small plot costs £40.00 a year [2].')
    const { details } = turn.workings.at(-1)!
    expect(details.find(({ label }) => label === 'Asked again')!.text).toMatch(/^“(?:Pay|Elephants)/)
    expect(details.find(({ label }) => label === 'Before')!.text).toContain('Elephants')
    expect(details.find(({ label }) => label === 'After')!.text).toBe(
      'Water is turned on in April [1]. A small plot costs £40.00 a year [2].',
    )
  })

  it('marks it for whoever reviews, and withholds what nobody may hear', async () => {
    const model = saying(BAD)
    const { turn, heard } = await hear(model, 'reviewer')
    expect(model.asked).toBe(1)
    expect(turn.reply).toContain('Elephants')
    expect(turn.support.find(({ text }) => text.startsWith('Elephants'))).toMatchObject({ isSupported: false })
    for (const text of [heard, turn.reply]) expect(text).not.toMatch(NOT_FOR_ANYBODY)
  })

  it('keeps the first reply when the model fails the second time', async () => {
    const model = saying(BAD)
    const failing: Model = {
      name: 'Outside',
      canRevise: true,
      async *answer(request) {
        if (model.asked > 0) throw new ModelProblem('It is gone.', 'Try later.')
        yield* model.answer(request)
      },
    }
    const { turn } = await hear(failing, 'visitor')
    expect(turn.reply).toMatch(/^Water is turned on in April \[1\]\./)
    expect(turn.workings.at(-1)!.details).toContainEqual({ label: 'Failed', text: 'It is gone.' })
  })

  it('uses no coarse words', async () => {
    const { turn, heard } = await hear(
      saying(['Water is turned on in April, you stupid fucker [1]. A small plot costs £40.00.']),
      'visitor',
      removing,
    )
    expect(heard + turn.reply).not.toMatch(/fucker/)
  })

  it('has a draft looked at once more where the brief wants time taken, and nobody hears the draft', async () => {
    const own = briefFrom({ ...brief, grounding: { ...brief.grounding, deliberate: 'always' } })
    const model = saying(
      ['Water is turned on in April [1].'],
      ['Water is turned on in April [1]. A small plot costs £40.00 a year [2].'],
    )
    const { turn, heard } = await hear(model, 'visitor', own)
    expect(heard).toBe(turn.reply)
    const look = turn.workings.find(({ step }) => step === 'second-look')!
    expect(look.details.map(({ label }) => label)).toEqual(['Draft', 'Then'])
    expect(look.details[0]!.text).toBe('Water is turned on in April [1].')
  })

  it('is told what it did of the rules that were due', async () => {
    const own = briefFrom({
      ...brief,
      rules: [
        { id: 'a', when: '', do: 'say “The tap is by the gate.”' },
        { id: 'b', when: '', do: 'never mention elephants' },
      ],
    })
    const model = saying(
      ['Water is turned on in April [1].'],
      ['Water is turned on in April [1]. The tap is by the gate.'],
    )
    const { turn } = await hear(model, 'visitor', own)
    expect(turn.reply).toContain('The tap is by the gate.')
    expect(
      turn.workings
        .at(-1)!
        .details.filter(({ label }) => label === 'Followed')
        .map(({ field }) => field),
    ).toEqual(['rules.0', 'rules.1'])
  })
})
