import { isEnglishWord, stem, words } from '../../text'
import { readRule, type Condition } from '../../rules'
import { editOf } from '../edit'
import { mentionOf, toolsNamedIn } from '../mentions'
import type { Brief } from '../schema'
import { remark, type Finder, type Remark } from './remark'

/** Names that lead nowhere: abbreviations, tools, duties and variables that a brief speaks of and does not know. */

/** Abbreviations nearly everyone knows. */
const KNOWN = new Set(
  'OK UK EU USA US UN FAQ PDF URL ID AM PM VAT GBP EUR USD TV PC CD DVD GPS SMS HTML QR DIY ATM CEO HR IT I A NO YES NOT NEVER ALWAYS AND OR DO ONLY MUST ALL'.split(
    ' ',
  ),
)
const ABBREVIATION = /(?<![\p{L}\d{])\p{Lu}{2,6}s?(?![\p{L}\d}])/gu

/** An abbreviation that neither glossary nor library explains. */
export const unexplained: Finder = (brief, { isInLibrary = () => true }) => {
  const terms = new Set(
    brief.glossary
      .flatMap((entry) => [entry.term, ...entry.also])
      .flatMap((name) => words(name).map((word) => stem(word.text))),
  )
  const seen = new Set<string>()
  return textsOf(brief).flatMap(({ field, text }) =>
    [...text.matchAll(ABBREVIATION)].flatMap(([found]): Remark[] => {
      const name = found.replace(/s$/, '')
      const isShouted = /^\P{Ll}*$/u.test(text) || (name.length > 3 && isEnglishWord(name))
      if (isShouted || KNOWN.has(name) || seen.has(name) || terms.has(stem(name)) || isInLibrary(name)) return []
      seen.add(name)
      return [
        remark(
          'unexplained',
          field,
          `“${name}” stands neither in the glossary nor in the library.`,
          'Visitors use other words for it, and a model guesses what it means.',
          {
            label: `Add “${name}” to the glossary`,
            edit: editOf(brief, (draft) =>
              draft.glossary.push({ id: `term-${name}`, term: name, meaning: '', also: [] }),
            ),
          },
        ),
      ]
    }),
  )
}

const textsOf = (brief: Brief): { field: string; text: string }[] => [
  ...brief.rules.map((rule, at) => ({ field: `rules.${at}`, text: `${rule.when} ${rule.do}` })),
  ...brief.duties.map((duty, at) => ({ field: `duties.${at}`, text: `${duty.when} ${duty.steps}` })),
  { field: 'purpose.job', text: brief.purpose.job },
  { field: 'manner.persona', text: brief.manner.persona },
]

/** A tool that a rule or the steps of a duty name and that the brief does not use. */
export const unknownTool: Finder = (brief) => {
  const known = new Set(
    [
      ...brief.tools.map(({ id }) => id),
      ...brief.inserts.map(({ kind }) => kind),
      ...brief.colleagues.map(({ name }) => mentionOf(name)),
    ].map((name) => name.toLowerCase()),
  )
  const inSteps = brief.duties.flatMap((duty, at) =>
    (duty.enabled ? toolsNamedIn(duty.steps) : [])
      .filter((name) => !known.has(name.toLowerCase()))
      .map((name) =>
        remark(
          'unknown-tool',
          `duties.${at}`,
          `No tool, insert or colleague of the brief is called “${name}”.`,
          'The duty goes on without it. Add the tool under Tools, or take its name out.',
        ),
      ),
  )
  const inRules = brief.rules.flatMap((rule, at) => {
    const named = rule.enabled
      ? readRule(rule.when, rule.do).directives.find((directive) => directive.kind === 'tool')
      : undefined
    return named && !known.has(named.name.toLowerCase())
      ? [
          remark(
            'unknown-tool',
            `rules.${at}`,
            `No tool of the brief is called “${named.name}”.`,
            'A tool that is not there cannot be used; the rule does nothing.',
          ),
        ]
      : []
  })
  return [...inSteps, ...inRules]
}

/** A duty that is named but not defined. */
export const unknownDuty: Finder = (brief) => {
  const known = new Set(brief.duties.map((duty) => duty.name.trim().toLowerCase()))
  const dutyIn = (condition: Condition): string | undefined => {
    if (condition.kind === 'duty') return condition.name
    if (condition.kind === 'not') return dutyIn(condition.condition)
    return condition.kind === 'all' || condition.kind === 'any'
      ? condition.conditions.map(dutyIn).find(Boolean)
      : undefined
  }
  return brief.rules.flatMap((rule, at) => {
    const name = rule.enabled ? dutyIn(readRule(rule.when, rule.do).condition) : undefined
    return name && !known.has(name.trim().toLowerCase())
      ? [
          remark(
            'unknown-duty',
            `rules.${at}`,
            `There is no duty called “${name}”.`,
            'The rule waits for something that never happens.',
            {
              label: `Add the duty “${name}”`,
              edit: editOf(brief, (draft) =>
                draft.duties.push({
                  id: `duty-${stem(name)}`,
                  name,
                  when: '',
                  examples: [],
                  unlike: [],
                  steps: '',
                  ask: [],
                  asForm: false,
                  tools: [],
                  enabled: true,
                }),
              ),
            },
          ),
        ]
      : []
  })
}

/** A variable that is used but not defined. */
export const unknownVariable: Finder = (brief) => {
  const known = new Set(brief.variables.map((variable) => variable.name.trim().toLowerCase()))
  const asked = new Set(brief.duties.flatMap((duty) => duty.ask.map((ask) => ask.name.toLowerCase())))
  const places = [...textsOf(brief), { field: 'openers.greeting', text: brief.openers.greeting }]
  return places.flatMap(({ field, text }) =>
    [...new Set([...text.matchAll(/\{\{\s*([\w .-]+?)\s*\}\}/g)].map((match) => match[1]!))]
      .filter(
        (name) => !known.has(name.toLowerCase()) && !(field.startsWith('duties') && asked.has(name.toLowerCase())),
      )
      .map((name) =>
        remark(
          'unknown-variable',
          field,
          `{{${name}}} is not among the variables.`,
          'It is replaced by nothing, which leaves a hole in the sentence.',
          {
            label: 'Add it to the variables',
            edit: editOf(brief, (draft) => draft.variables.push({ id: `variable-${name}`, name, fallback: '' })),
          },
        ),
      ),
  )
}
