import { contentStems, wordCount } from '../../text'
import { breaks, readRule } from '../../rules'
import { fallsUnder } from './fallsUnder'
import { compile } from '../compile'
import { editOf } from '../edit'
import { remark, type Finder, type Remark } from './remark'

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
