import { describe, expect, it } from 'vitest'
import { reviewBrief } from '../brief'
import { takeTurn } from '../dialogue'
import { playScript, scriptSchema } from '../rehearsal'
import { understudy } from '../understudy'
import { TEMPLATES, templateById } from './index'

const library = { search: () => [] }

describe('templates', () => {
  it('are six, each with a brief that nothing is remarked on and all of whose rules are read', () => {
    expect(TEMPLATES).toHaveLength(6)
    for (const { id, brief } of TEMPLATES) expect([id, reviewBrief(brief)]).toEqual([id, []])
  })

  it.each(
    TEMPLATES.flatMap((template) =>
      template.scripts.map((script) => [template.title, script.title, template, script] as const),
    ),
  )('%s: the script “%s” passes on its brief', async (_template, _script, { brief }, script) => {
    const result = await playScript({ ...scriptSchema.parse(script), id: 's' }, (said, conversation) =>
      takeTurn(said, { brief, library, model: understudy, conversation, clock: () => 0 }),
    )
    const missed = result.turns.flatMap((turn) =>
      turn.checks.filter((check) => !check.passed).map(() => [turn.say, turn.outcome, turn.reply]),
    )
    expect(missed).toEqual([])
  })

  it('are found by their id', () => {
    expect(templateById('front-desk')?.title).toBe('Front desk')
    expect(templateById('nothing')).toBeUndefined()
  })
})
