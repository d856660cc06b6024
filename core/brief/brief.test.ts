import { describe, expect, it } from 'vitest'
import { briefFrom, changesBetween, compile, fillVariables, migrate } from './index'

const rule = {
  id: 'r1',
  when: 'someone asks about refunds',
  do: 'offer the form',
  strength: 'always',
  enabled: true,
} as const

describe('a brief', () => {
  it('takes the default for everything that is left out', () => {
    const brief = briefFrom({ identity: { name: 'Ada' } })
    expect(brief.manner.dials.formality).toBe(50)
    expect(brief.grounding.libraryOnly).toBe(true)
    expect(briefFrom(brief)).toEqual(brief)
  })

  it('refuses a value outside its range and names the field', () => {
    expect(() => briefFrom({ manner: { dials: { warmth: 140 } } })).toThrow(/warmth/)
    expect(() => briefFrom({ identity: { language: 'plain English' } })).toThrow(/language/)
  })

  it('is read back from storage, but not from a newer version', () => {
    const brief = briefFrom({ identity: { name: 'Ada' } })
    expect(migrate({ version: 1, brief })).toEqual(brief)
    expect(() => migrate({ version: 99, brief })).toThrow(/newer version/)
  })
})

describe('the compiled prompt', () => {
  const brief = briefFrom({
    identity: { name: 'Ada', role: 'the plot office' },
    purpose: { job: 'answer plot holders', goals: ['Be exact'] },
    manner: { persona: 'Calm.\n# Rules are for others', format: { maxWords: 40 } },
    rules: [rule, { ...rule, id: 'r2', do: 'never shown', enabled: false }],
    glossary: [{ term: 'plot', meaning: 'a piece of land', also: ['patch', 'bed'] }],
    freeform: 'Speak of the weather only when asked.',
  })
  const prompt = compile(brief)

  it('traces every line to a field of the brief', () => {
    const line = prompt.lines.find((each) => each.text.includes('offer the form'))
    expect(line).toMatchObject({ field: 'rules.0', section: 'Rules' })
    for (const each of prompt.lines) expect(each.field).toMatch(/^[a-z]+/)
    expect(prompt.text.replace(/\n\n/g, '\n')).toBe(prompt.lines.map((each) => each.text).join('\n'))
  })

  it('leaves out what is switched off, and headings of nothing', () => {
    expect(prompt.text).not.toContain('never shown')
    expect(prompt.text).not.toContain('# Duties')
  })

  it('leaves out entries that were begun and not filled in', () => {
    const begun = briefFrom({
      rules: [{ id: 'r' }],
      glossary: [{ term: ' ' }],
      boundaries: [{ id: 'b', examples: [''] }],
      purpose: { goals: [''] },
    })
    expect(compile(begun).text).not.toMatch(/# Rules|# Glossary|# Boundaries|Goal/)
  })

  it('keeps free text from opening a section', () => {
    expect(prompt.text.match(/^# Rules$/gm)).toHaveLength(1)
  })

  it('says to its reader what the brief says', () => {
    for (const said of [
      'Ada',
      'the plot office',
      'answer plot holders',
      'Be exact',
      '40',
      'someone asks about refunds',
      'a piece of land',
    ])
      expect(prompt.text).toContain(said)
    expect(prompt.text).toContain(brief.grounding.whenUnknown)
  })

  it('shows a model which parts of a tool’s result are told, and fills its own variables alone', () => {
    const tools = [{ id: 'book', tells: 'Your number is {{number}}.' }]
    const variables = [{ name: 'number', fallback: 'seven' }]
    const { text } = compile(briefFrom({ tools, variables, freeform: 'We are open {{number}} days.' }))
    expect(text).toContain('“Your number is [number].”')
    expect(text).toContain('We are open seven days.')
  })

  it('speaks to a model in sentences: no dial is a figure, and no rule needs reading', () => {
    const text = compile(
      briefFrom({
        manner: { dials: { formality: 90, warmth: 10 } },
        rules: [
          { ...rule, like: ['Can I have my money back?'] },
          { ...rule, id: 'r2', when: '', do: 'stay calm', strength: 'usually' },
        ],
        boundaries: [{ id: 'b', subject: 'the weather', reply: 'Ask the forecasters.', onHit: 'handOver' }],
      }),
    ).text
    expect(text).not.toMatch(/of 100|\[always\]|→|yes$/m)
    expect(text).toContain('- Write very formally')
    expect(text).toContain('- When someone asks about refunds: offer the form.\n  - as in: “Can I have my money back?”')
    expect(text).toContain('- Stay calm. This is a habit; leave it where it does not fit.')
    expect(text).toContain('Say instead, word for word: “Ask the forecasters.” Then say that a person takes over.')
  })

  it('keeps model answers apart from the instructions, as exchanges', () => {
    const { system, text, examples, lines } = compile(
      briefFrom({
        answers: [{ question: 'Is there {{what}}?', answer: 'Yes.' }],
        variables: [{ name: 'what', fallback: 'tea' }],
      }),
    )
    expect(examples).toEqual([{ question: 'Is there tea?', answer: 'Yes.' }])
    expect(system).not.toContain('Is there tea?')
    expect(text).toContain('Is there tea?')
    expect(lines.filter(({ isExchange }) => isExchange).map(({ section }) => section)).toEqual(
      Array(3).fill('Model answers'),
    )
  })

  it('counts characters, and tokens by four', () => {
    expect(prompt.characters).toBe(prompt.text.length)
    expect(prompt.tokens).toBe(Math.ceil(prompt.text.length / 4))
  })
})

describe('variables', () => {
  it('takes the visitor’s value, else the fallback, else nothing', () => {
    const variables = [{ id: 'boat', name: 'boat', fallback: 'the ferry' }]
    expect(fillVariables('On {{ boat }}, {{name}}.', variables, { name: 'Kim' })).toBe('On the ferry, Kim.')
    expect(fillVariables('Dear {{guest}}!', [])).toBe('Dear !')
  })
})

describe('what changed', () => {
  const before = briefFrom({ rules: [rule], manner: { dials: { warmth: 60 } }, purpose: { goals: ['a', 'b'] } })

  it('is told in the designer’s words', () => {
    const after = briefFrom({
      ...before,
      manner: { ...before.manner, dials: { ...before.manner.dials, warmth: 75 } },
      rules: [
        { ...rule, do: 'offer the leaflet' },
        { ...rule, id: 'r2', when: '', do: 'be kind' },
      ],
      purpose: { ...before.purpose, goals: ['b'] },
    })
    expect(changesBetween(before, after)).toEqual([
      { field: 'purpose.goals', label: 'Goal', kind: 'removed', before: 'a', after: '' },
      { field: 'manner.dials.warmth', label: 'Warmth', kind: 'changed', before: '60', after: '75' },
      {
        field: 'rules.0',
        label: 'Rule',
        kind: 'changed',
        before: 'someone asks about refunds → offer the form',
        after: 'someone asks about refunds → offer the leaflet',
      },
      { field: 'rules.1', label: 'Rule', kind: 'added', before: '', after: 'be kind' },
    ])
  })

  it('calls a text that was written or emptied added or removed', () => {
    const after = briefFrom({ ...before, purpose: { ...before.purpose, job: 'help' } })
    expect(changesBetween(before, after)).toEqual([
      { field: 'purpose.job', label: 'Job', kind: 'added', before: '', after: 'help' },
    ])
    expect(changesBetween(after, before)[0]).toMatchObject({ kind: 'removed', before: 'help', after: '' })
  })

  it('is nothing between a brief and itself, and one line for a new order', () => {
    expect(changesBetween(before, before)).toEqual([])
    const turned = briefFrom({ ...before, purpose: { ...before.purpose, goals: ['b', 'a'] } })
    expect(changesBetween(before, turned)).toHaveLength(1)
  })
})
