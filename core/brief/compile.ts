import { DIALS, dialWords, LABELS, type Section } from './prompt'
import type { Brief } from './schema'
import { inItsLanguage } from './unknown'
import { fillVariables } from './variables'

/** One line of the prompt and the field of the brief it came from ("rules.2.do"); headings name their section. */
export interface PromptLine {
  readonly text: string
  readonly section: Section
  readonly field: string
}

/** The system prompt of a brief, its lines traced to their fields, and its size. */
export interface CompiledPrompt {
  readonly text: string
  readonly lines: readonly PromptLine[]
  readonly characters: number
  /** An estimate: four characters of English to a token. */
  readonly tokens: number
}

const CHARACTERS_PER_TOKEN = 4

type Written = readonly [field: string, text: string]

/**
 * Compiles a brief into the system prompt: Markdown with stable headings, one statement a line. Empty fields and rules
 * that are switched off leave no line; a section without lines leaves no heading. `values` fill the variables.
 */
export function compile(brief: Brief, values: Readonly<Record<string, string>> = {}): CompiledPrompt {
  const lines = SECTION_WRITERS.flatMap(([section, write]): PromptLine[] => {
    const written = write(inItsLanguage(brief))
    if (written.length === 0) return []
    const heading: PromptLine = { text: `# ${section}`, section, field: written[0]![0].split('.')[0]! }
    return [heading, ...written.map(([field, text]): PromptLine => ({ text, section, field }))]
  }).map((line) => ({ ...line, text: fillVariables(line.text, brief.variables, values) }))
  const text = lines.map((line, at) => (at > 0 && line.text.startsWith('# ') ? `\n${line.text}` : line.text)).join('\n')
  return { text, lines, characters: text.length, tokens: Math.ceil(text.length / CHARACTERS_PER_TOKEN) }
}

const oneLine = (text: string): string => text.replace(/\s+/g, ' ').trim()

const stated = (field: string, label: string, value: string): Written[] =>
  oneLine(value) === '' ? [] : [[field, `- ${label}: ${oneLine(value)}`]]

const eachStated = (field: string, label: string, values: readonly string[]): Written[] =>
  values.flatMap((value, at) => stated(`${field}.${at}`, label, value))

/** Free text as it is, but never a heading: a `#` at a line's start would open a section. */
const freeText = (field: string, text: string): Written[] =>
  text.trim() === ''
    ? []
    : text
        .trim()
        .split(/\r?\n/)
        .map((line): Written => [field, line.replace(/^#/, '\\#')])

const WHEN_UNSURE = { offer: 'quote it and say that it may not answer', decline: 'say that you do not know' } as const

/** Sample lines of a condition, each on a line beneath it. */
const samples = (field: string, label: string, lines: readonly string[]): Written[] =>
  lines.flatMap((each, n): Written[] =>
    oneLine(each) === '' ? [] : [[`${field}.${n}`, `  - ${label}: ${oneLine(each)}`]],
  )

const yesNo = (value: boolean): string => (value ? 'yes' : 'no')

const SECTION_WRITERS: readonly (readonly [Section, (brief: Brief) => Written[]])[] = [
  [
    'Identity',
    ({ identity }) => [
      ...stated('identity.name', LABELS.name, identity.name),
      ...stated('identity.role', LABELS.role, identity.role),
      ...stated('identity.description', LABELS.description, identity.description),
      ...stated('identity.language', LABELS.language, identity.language),
      ...stated('identity.alsoSpeaks', LABELS.alsoSpeaks, identity.alsoSpeaks.join(', ')),
    ],
  ],
  [
    'Purpose',
    ({ purpose }) => [
      ...stated('purpose.job', LABELS.job, purpose.job),
      ...stated('purpose.audience', LABELS.audience, purpose.audience),
      ...eachStated('purpose.goals', LABELS.goal, purpose.goals),
      ...eachStated('purpose.outOfScope', LABELS.outOfScope, purpose.outOfScope),
    ],
  ],
  ['Persona', ({ manner }) => freeText('manner.persona', manner.persona)],
  ['Manner', writeManner],
  [
    'Rules',
    ({ rules }) =>
      rules.flatMap((rule, at): Written[] => {
        if (!rule.enabled || oneLine(rule.do) === '') return []
        const when = oneLine(rule.when).replace(/→/g, '-')
        return [
          [`rules.${at}`, `- [${rule.strength}] ${when ? `${when} → ` : ''}${oneLine(rule.do)}`],
          ...samples(`rules.${at}.like`, 'Such as', rule.like),
          ...samples(`rules.${at}.unlike`, 'But not', rule.unlike),
        ]
      }),
  ],
  [
    'Duties',
    ({ duties }) =>
      duties.flatMap((duty, at): Written[] =>
        !duty.enabled
          ? []
          : [
              [`duties.${at}.name`, `- ${oneLine(duty.name)}${duty.when ? ` (when ${oneLine(duty.when)})` : ''}`],
              ...samples(`duties.${at}.examples`, 'Such as', duty.examples),
              ...samples(`duties.${at}.unlike`, 'But not', duty.unlike),
              ...duty.ask.map((ask, n): Written => [
                `duties.${at}.ask.${n}`,
                `  - Ask for ${ask.name} (${ask.type}${ask.required ? ', required' : ''}): ${oneLine(ask.question)}`,
              ]),
              ...freeText(`duties.${at}.steps`, duty.steps).map(([field, text]): Written => [field, `  ${text}`]),
            ],
      ),
  ],
  [
    'Boundaries',
    ({ boundaries }) =>
      boundaries.flatMap(({ subject, examples, unlike, reply, onHit, enabled }, at): Written[] => {
        if (oneLine(subject) === '' || !enabled) return []
        const place = `boundaries.${at}`
        return [
          [place, `- Stay out of ${oneLine(subject)} (${onHit}). Say: ${oneLine(reply)}`],
          ...samples(`${place}.examples`, 'Such as', examples),
          ...samples(`${place}.unlike`, 'But not', unlike),
        ]
      }),
  ],
  [
    'Glossary',
    ({ glossary }) =>
      glossary.flatMap((entry, at): Written[] => {
        if (oneLine(entry.term) === '') return []
        const also = entry.also.filter((other) => other.trim() !== '').join(', ')
        const names = `${oneLine(entry.term)}${also ? ` (also: ${also})` : ''}`
        return [[`glossary.${at}`, `- ${names}: ${oneLine(entry.meaning)}`]]
      }),
  ],
  [
    'Model answers',
    ({ answers }) =>
      answers.flatMap((answer, at): Written[] =>
        !answer.enabled
          ? []
          : [
              [`answers.${at}.question`, `- Asked: ${oneLine(answer.question)}`],
              [`answers.${at}.answer`, `  A good answer: ${oneLine(answer.answer)}`],
            ],
      ),
  ],
  [
    'Openers',
    ({ openers }) => [
      ...stated('openers.greeting', LABELS.greeting, openers.greeting),
      ...eachStated('openers.suggestions', LABELS.suggestion, openers.suggestions),
      ...(openers.followUps ? stated('openers.followUps', LABELS.followUps, 'yes') : []),
    ],
  ],
  [
    'Grounding',
    ({ grounding }) => [
      ...stated('grounding.libraryOnly', LABELS.libraryOnly, yesNo(grounding.libraryOnly)),
      ...stated('grounding.cite', LABELS.cite, yesNo(grounding.cite)),
      ...stated('grounding.whenUnknown', LABELS.whenUnknown, grounding.whenUnknown),
      ...stated('grounding.whenUnsure', LABELS.whenUnsure, WHEN_UNSURE[grounding.whenUnsure]),
      ...(grounding.deliberate === 'never'
        ? []
        : stated('grounding.deliberate', LABELS.deliberate, grounding.deliberateWhen || grounding.deliberate)),
    ],
  ],
  [
    'Memory',
    ({ memory }) => [
      ...stated('memory.turns', LABELS.turns, String(memory.turns)),
      ...stated('memory.rememberVisitor', LABELS.rememberVisitor, yesNo(memory.rememberVisitor)),
    ],
  ],
  ['Notes', ({ freeform }) => freeText('freeform', freeform)],
]

function writeManner({ manner: { dials, format, samples } }: Brief): Written[] {
  return [
    ...DIALS.map((dial): Written => [
      `manner.dials.${dial}`,
      `- ${dial[0]!.toUpperCase()}${dial.slice(1)}: ${dials[dial]} of 100 (${dialWords(dial, dials[dial])})`,
    ]),
    ...(format.maxWords === null ? [] : stated('manner.format.maxWords', LABELS.maxWords, String(format.maxWords))),
    ...stated('manner.format.bullets', LABELS.bullets, format.bullets),
    ...stated('manner.format.emoji', LABELS.emoji, yesNo(format.emoji)),
    ...stated('manner.format.signOff', LABELS.signOff, format.signOff),
    ...(format.addressByName ? stated('manner.format.addressByName', LABELS.addressByName, 'yes') : []),
    ...(format.readingGrade === null
      ? []
      : stated('manner.format.readingGrade', LABELS.readingGrade, String(format.readingGrade))),
    ...samples.flatMap((sample, at) => stated(`manner.samples.${at}`, LABELS.sample, sample)),
  ]
}

/** How large each section of a compiled prompt is, in characters and tokens (estimated), in its order. */
export function sectionSizes({
  lines,
}: Pick<CompiledPrompt, 'lines'>): { section: Section; characters: number; tokens: number }[] {
  const sizes = new Map<Section, number>()
  for (const line of lines) sizes.set(line.section, (sizes.get(line.section) ?? 0) + line.text.length + 1)
  return [...sizes].map(([section, characters]) => ({
    section,
    characters,
    tokens: Math.ceil(characters / CHARACTERS_PER_TOKEN),
  }))
}
