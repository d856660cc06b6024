import { describe, expect, it } from 'vitest'
import { briefFrom } from '../schema'
import { compile } from '../compile'
import { answerQuestion, draftFrom, openQuestions, sortPrompt, stillDrafted } from './index'

const ALLOTMENT =
  'A calm helper for allotment holders that answers questions on plots, water and composting, never gives legal advice, short answers.'

describe('drafting from a sentence', () => {
  const brief = draftFrom(ALLOTMENT)

  it('takes job, audience, role and subjects from it', () => {
    expect(brief.purpose.job).toBe('answer questions on plots, water and composting')
    expect(brief.purpose.audience).toBe('Allotment holders.')
    expect(brief.identity.role).toBe('helper for allotment holders')
    expect(brief.openers.suggestions).toHaveLength(3)
  })

  it('reads the dials from the tone words and a limit from “short answers”', () => {
    expect(brief.manner.dials).toMatchObject({ warmth: 65, playfulness: 10, brevity: 82 })
    expect(brief.manner.format.maxWords).toBe(60)
  })

  it('makes a boundary of what it never does, with ways people ask for it', () => {
    expect(brief.boundaries).toMatchObject([{ subject: 'legal advice' }])
    expect(brief.boundaries[0]!.examples).toContain('Can I sue them?')
  })

  it('makes duties with what has to be asked, when the sentence names one', () => {
    const { duties } = draftFrom(
      'A friendly desk for guests that answers questions about our menu and books tables, always mentions the terrace.',
    )
    expect(duties).toMatchObject([
      { name: 'Book tables', ask: [{ type: 'date' }, { type: 'time' }, { type: 'number' }, { type: 'text' }] },
    ])
  })

  it('makes rules that are read', () => {
    const { rules } = draftFrom(
      'A helper for guests that always mentions “the terrace”. When someone complains, it apologises.',
    )
    expect(rules.map((rule) => [rule.when, rule.do])).toEqual([
      ['', 'Always mention “the terrace”'],
      ['someone complains', 'apologise'],
      ['they ask how to do something', 'use numbered steps'],
      ['the visitor complains', 'apologise first'],
    ])
    expect(brief.duties[0]).toMatchObject({
      name: 'Take a question down',
      ask: [{ type: 'text' }, { type: 'text' }, { type: 'email' }],
    })
  })

  it('marks what it filled in, until it is touched', () => {
    expect(brief.drafted).toContain('purpose.job')
    expect(brief.drafted).toContain('boundaries.0')
    expect(brief.drafted).not.toContain('freeform')
    expect(stillDrafted(brief.drafted, 'boundaries.0.reply')).not.toContain('boundaries.0')
    expect(stillDrafted(brief.drafted, 'purpose')).not.toContain('purpose.job')
  })

  it.each(['', '???', 'Helper', 'x '.repeat(3000)])('gives a valid brief for “%s” too', (text) => {
    expect(() => briefFrom(draftFrom(text))).not.toThrow()
  })
})

const PROMPT = `# Role
You are Otis, a patient guide for tenants.
Your job is to answer questions about repairs.

## Rules
- Always mention the hotline 01632 960 111.
- If someone complains, apologise.
- Never discuss other tenants.

## Glossary
HMO: a house shared by several households

## Examples
Q: Who fixes the boiler?
A: The landlord does, within a day.

## Weather lore
Red sky at night.`

describe('sorting a prompt', () => {
  const { brief, placements } = sortPrompt(PROMPT)

  it('puts each line into the field it belongs to', () => {
    expect(brief.identity).toMatchObject({ name: 'Otis', role: 'patient guide for tenants' })
    expect(brief.purpose.job).toBe('answer questions about repairs')
    expect(brief.rules.map((rule) => [rule.when, rule.do])).toEqual([
      ['', 'Always mention the hotline 01632 960 111.'],
      ['someone complains', 'apologise.'],
    ])
    expect(brief.boundaries.map((each) => each.subject)).toEqual(['other tenants'])
    expect(brief.glossary).toMatchObject([{ term: 'HMO' }])
    expect(brief.answers).toMatchObject([
      { question: 'Who fixes the boiler?', answer: 'The landlord does, within a day.' },
    ])
  })

  it('drops nothing: every line is placed, and what fits nowhere is in the free text', () => {
    expect(brief.freeform).toContain('Red sky at night.')
    expect(brief.freeform).toContain('## Weather lore')
    const lines = PROMPT.split('\n').filter((line) => line.trim() !== '')
    expect(placements).toHaveLength(lines.length)
    const whole = JSON.stringify(brief) + compile(brief).text
    for (const word of ['Otis', 'hotline', 'tenants', 'households', 'boiler', 'Red sky']) expect(whole).toContain(word)
  })

  it('keeps prose without any structure', () => {
    const { brief: prose } = sortPrompt('The hall was built in 1911. It has two stages.')
    expect(prose.freeform).toBe('The hall was built in 1911.\nIt has two stages.')
  })
})

describe('the interview', () => {
  it('asks for what is missing, one thing at a time, and skips what was answered', () => {
    let brief = briefFrom({ identity: { name: 'Ada' } })
    expect(openQuestions(brief).map((question) => question.id)).toEqual([
      'job',
      'audience',
      'tone',
      'never',
      'unknown',
      'rules',
      'words',
      'greeting',
      'suggestions',
    ])
    brief = answerQuestion(brief, 'job', 'To answer questions about plots')
    expect(brief.purpose.job).toBe('answer questions about plots')
    expect(openQuestions(brief)[0]!.id).toBe('audience')
    expect(openQuestions(brief, ['audience'])[0]!.id).toBe('tone')
  })

  it('reads tone words, boundaries with their replies, rules, and terms', () => {
    let brief = answerQuestion(briefFrom({}), 'tone', 'Very formal, short answers')
    brief = answerQuestion(brief, 'never', 'Legal advice: please ask a solicitor.\nPolitics')
    brief = answerQuestion(brief, 'rules', 'Always mention the open day.\nNever mention the waiting list.')
    brief = answerQuestion(brief, 'words', 'AGM: the yearly meeting')
    expect(brief.manner.dials.formality).toBe(92)
    expect(brief.boundaries).toMatchObject([
      { subject: 'Legal advice', reply: 'please ask a solicitor.' },
      { subject: 'Politics' },
    ])
    expect(brief.rules).toHaveLength(2)
    expect(brief.glossary).toMatchObject([{ term: 'AGM', meaning: 'the yearly meeting' }])
  })

  it('changes nothing for an empty answer', () => {
    const brief = briefFrom({})
    expect(answerQuestion(brief, 'job', '  ')).toBe(brief)
  })
})
