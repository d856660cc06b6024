import { contentStems, isEnglishWord, stem, wordCount, words } from '../../text'
import { breaks, readRule, type Condition } from '../../rules'
import { fallsUnder } from './fallsUnder'
import { compile } from '../compile'
import { toolsNamedIn } from '../mentions'
import type { Brief } from '../schema'
import { editOf } from '../edit'
import type { Finder, Remark } from './remark'

/** A duty that a boundary keeps from ever beginning. */
export const dutyBehindBoundary: Finder = (brief) =>
  brief.duties.flatMap((duty, at) => {
    if (!duty.enabled) return []
    const lines = [duty.name, ...duty.examples].filter((text) => text.trim() !== '')
    const hit = brief.boundaries.find(
      (boundary) => boundary.subject.trim() !== '' && lines.some((line) => fallsUnder(line, boundary)),
    )
    return hit
      ? [
          remark(
            'duty-behind-boundary',
            `duties.${at}`,
            `The boundary “${hit.subject}” turns away what this duty is for.`,
            'Boundaries come first, so the duty would never begin. Narrow one of the two.',
          ),
        ]
      : []
  })

/** A suggested question that a boundary turns away. */
export const suggestionBehindBoundary: Finder = (brief) =>
  brief.openers.suggestions.flatMap((suggestion, at) => {
    const hit = brief.boundaries.find((boundary) => fallsUnder(suggestion, boundary))
    return hit
      ? [
          remark(
            'suggestion-behind-boundary',
            `openers.suggestions.${at}`,
            `The boundary “${hit.subject}” turns this question away.`,
            'A visitor who takes the suggestion is refused.',
            { label: 'Remove it', edit: editOf(brief, (draft) => draft.openers.suggestions.splice(at, 1)) },
          ),
        ]
      : []
  })

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
  const known = new Set(brief.tools.map(({ id }) => id.toLowerCase()))
  const inSteps = brief.duties.flatMap((duty, at) =>
    (duty.enabled ? toolsNamedIn(duty.steps) : [])
      .filter((name) => !known.has(name.toLowerCase()))
      .map((name) =>
        remark(
          'unknown-tool',
          `duties.${at}`,
          `No tool of the brief is called “${name}”.`,
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

/** What every brief needs. */
export const missing: Finder = (brief) => [
  ...(brief.purpose.job.trim() === ''
    ? [
        remark(
          'no-job',
          'purpose.job',
          'The brief does not say what the agent’s job is.',
          'The job decides what is answered at all, and what the agent says about itself.',
        ),
      ]
    : []),
  ...(brief.purpose.job.trim() !== '' && brief.purpose.audience.trim() === ''
    ? [
        remark(
          'no-audience',
          'purpose.audience',
          'The brief does not say who is asking.',
          'The same fact is told differently to a newcomer and to a colleague.',
        ),
      ]
    : []),
  ...(brief.grounding.whenUnknown.trim() === ''
    ? [
        remark(
          'no-answer-when-unknown',
          'grounding.whenUnknown',
          'The brief does not say what to say when the answer is not known.',
          'It will happen; silence or a guess are the worst replies.',
          {
            label: 'Write one',
            edit: editOf(brief, (draft) => (draft.grounding.whenUnknown = 'I’m afraid I don’t know that.')),
          },
        ),
      ]
    : []),
  ...(brief.purpose.job.trim() !== '' && brief.openers.greeting.trim() === ''
    ? [
        remark(
          'no-greeting',
          'openers.greeting',
          'There is no greeting.',
          'The first line tells visitors whom they talk to and what they may ask.',
        ),
      ]
    : []),
]

/** A model answer that breaks a rule or the format. */
export const exampleBreaksRule: Finder = (brief) => {
  const never = brief.rules
    .filter((rule) => rule.enabled)
    .map((rule) => ({ rule, reading: readRule(rule.when, rule.do) }))
    .filter(({ reading }) => reading.condition.kind === 'always')
  return brief.answers.flatMap((answer, at): Remark[] => {
    const broken = never.find(({ reading }) => reading.directives.some((directive) => breaks(directive, answer.answer)))
    const { maxWords, emoji } = brief.manner.format
    const isTooLong = maxWords !== null && wordCount(answer.answer) > maxWords
    const hasEmoji = !emoji && /\p{Extended_Pictographic}/u.test(answer.answer)
    const what = broken
      ? `breaks the rule “${broken.rule.do}”`
      : isTooLong
        ? `has ${wordCount(answer.answer)} words; the longest answer may have ${maxWords}`
        : hasEmoji
          ? 'has an emoji, although they are switched off'
          : undefined
    return what
      ? [
          remark(
            'example-breaks-rule',
            `answers.${at}`,
            `This example ${what}.`,
            'An example is followed more than a rule: the two must agree.',
          ),
        ]
      : []
  })
}

const CASUAL_GREETING = /^\W*(?:hi|hey|hiya|yo|howdy)\b|[!]{2,}|\b(?:what['’]s up|gonna|wanna)\b/i
const FORMAL_GREETING =
  /^\W*(?:good (?:day|morning|afternoon|evening)|dear|greetings|welcome, (?:sir|madam))\b|\b(?:how may i|be of (?:assistance|service)|at your service)\b/i
const FORMAL = 70
const CASUAL = 25

/** A greeting in another tone than the dials. */
export const greetingOutOfTone: Finder = (brief) => {
  const { greeting } = brief.openers
  const { formality } = brief.manner.dials
  if (formality >= FORMAL && CASUAL_GREETING.test(greeting))
    return [
      remark(
        'greeting-out-of-tone',
        'openers.greeting',
        'A casual greeting; the dials ask for formal answers.',
        'The first line sets the tone visitors expect.',
        {
          label: 'Begin with “Good day”',
          edit: editOf(brief, (draft) => {
            draft.openers.greeting = greeting
              .replace(/^\W*(?:hi|hey|hiya|yo|howdy)\b(?: there)?/i, 'Good day')
              .replace(/!+/g, '.')
          }),
        },
      ),
    ]
  if (formality <= CASUAL && FORMAL_GREETING.test(greeting))
    return [
      remark(
        'greeting-out-of-tone',
        'openers.greeting',
        'A formal greeting; the dials ask for casual answers.',
        'The first line sets the tone visitors expect.',
        {
          label: 'Begin with “Hi”',
          edit: editOf(brief, (draft) => {
            draft.openers.greeting = greeting.replace(
              /^\W*(?:good (?:day|morning|afternoon|evening)|dear \w+|greetings)/i,
              'Hi',
            )
          }),
        },
      ),
    ]
  return []
}

/** The compiled prompt is larger than the designer wants it. */
export const overBudget: Finder = (brief) => {
  const { characters } = compile(brief)
  return characters > brief.budget
    ? [
        remark(
          'over-budget',
          'budget',
          `The prompt has ${characters.toLocaleString('en')} characters; the budget is ${brief.budget.toLocaleString('en')}.`,
          'The longer a prompt, the less of it is followed, and the more each answer costs.',
        ),
      ]
    : []
}

/** A boundary known only by the words of its subject. */
export const boundaryWithoutExamples: Finder = (brief) =>
  brief.boundaries.flatMap((boundary, at) =>
    boundary.subject.trim() !== '' &&
    boundary.examples.every((example) => example.trim() === '') &&
    contentStems(boundary.subject).size > 1
      ? [
          remark(
            'boundary-without-examples',
            `boundaries.${at}`,
            'No example shows how visitors speak of this.',
            'A boundary is recognised by its examples; “legal advice” alone does not catch “can I sue them?”.',
          ),
        ]
      : [],
  )

/** Something a duty asks for without a question, or a choice without choices. */
export const asking: Finder = (brief) =>
  brief.duties.flatMap((duty, at) =>
    duty.ask.flatMap((ask, n): Remark[] => {
      const field = `duties.${at}.ask.${n}`
      if (ask.question.trim() === '')
        return [
          remark(
            'question-missing',
            field,
            `How shall it ask for “${ask.name}”?`,
            'Without a question of its own it asks “What is the …?”, which seldom sounds right.',
            {
              label: 'Write a question',
              edit: editOf(brief, (draft) => (draft.duties[at]!.ask[n]!.question = `What is the ${ask.name}?`)),
            },
          ),
        ]
      if (ask.type === 'choice' && !/[:–—(].+(?:,| or |\/)/.test(ask.question))
        return [
          remark(
            'choice-without-choices',
            field,
            `The question for “${ask.name}” names no choices.`,
            'Write them after a colon: “Which room: Oak, Elm or Willow?”. Answers are checked against them.',
          ),
        ]
      return []
    }),
  )

/** A term that stands in the glossary twice, under its own name or another's. */
export const termTwice: Finder = (brief) => {
  const seen = new Map<string, string>()
  return brief.glossary.flatMap((entry, at): Remark[] => {
    for (const name of [entry.term, ...entry.also].map((each) => each.trim().toLowerCase()).filter(Boolean)) {
      const before = seen.get(name)
      if (before !== undefined && before !== `${at}`)
        return [
          remark(
            'term-twice',
            `glossary.${at}`,
            `“${name}” is explained twice.`,
            'Which of the two counts is left to chance.',
          ),
        ]
      seen.set(name, `${at}`)
    }
    return []
  })
}

const remark = (kind: Remark['kind'], field: string, text: string, why: string, mend?: Remark['mend']): Remark => ({
  kind,
  field,
  text,
  why,
  ...(mend ? { mend } : {}),
})
