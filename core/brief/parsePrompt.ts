import { DIALS, LABELS, SECTIONS, type DialName, type Section } from './prompt'

/** What a model can know of a brief: what its prompt says. A model that is given another prompt gets the defaults. */
export interface PromptView {
  readonly name: string
  readonly role: string
  readonly description: string
  readonly language: string
  readonly alsoSpeaks: readonly string[]
  readonly job: string
  readonly audience: string
  readonly goals: readonly string[]
  readonly dials: Readonly<Record<DialName, number>>
  readonly maxWords: number | null
  readonly bullets: 'auto' | 'always' | 'never'
  readonly emoji: boolean
  readonly samples: readonly string[]
  readonly signOff: string
  readonly addressByName: boolean
  readonly readingGrade: number | null
  readonly rules: readonly {
    readonly strength: string
    readonly when: string
    readonly do: string
    readonly line: string
  }[]
  readonly boundaries: readonly { readonly subject: string; readonly reply: string }[]
  readonly glossary: readonly {
    readonly term: string
    readonly also: readonly string[]
    readonly meaning: string
    readonly line: string
  }[]
  readonly answers: readonly { readonly question: string; readonly answer: string; readonly line: string }[]
  readonly greeting: string
  readonly suggestions: readonly string[]
  readonly libraryOnly: boolean
  readonly cite: boolean
  readonly whenUnknown: string
}

/** Reads a compiled prompt back. Lines it does not know are left alone: the text stays the single source. */
export function parsePrompt(prompt: string): PromptView {
  const sections = splitSections(prompt)
  const all = [...sections.values()].flat()
  const values = (label: string): string[] =>
    all.flatMap((line) => (line.startsWith(`- ${label}: `) ? [line.slice(label.length + 4).trim()] : []))
  const value = (label: string, fallback = ''): string => values(label)[0] ?? fallback
  const isYes = (label: string, fallback: boolean): boolean => value(label, fallback ? 'yes' : 'no') === 'yes'
  const limit = Number(value(LABELS.maxWords))
  return {
    name: value(LABELS.name),
    role: value(LABELS.role),
    description: value(LABELS.description),
    language: value(LABELS.language, 'en'),
    alsoSpeaks: value(LABELS.alsoSpeaks).split(', ').filter(Boolean),
    job: value(LABELS.job),
    audience: value(LABELS.audience),
    goals: values(LABELS.goal),
    dials: Object.fromEntries(DIALS.map((dial) => [dial, dialOf(all, dial)])) as Record<DialName, number>,
    maxWords: limit > 0 ? limit : null,
    bullets: value(LABELS.bullets, 'auto') as PromptView['bullets'],
    emoji: isYes(LABELS.emoji, false),
    samples: values(LABELS.sample),
    signOff: value(LABELS.signOff),
    addressByName: isYes(LABELS.addressByName, false),
    readingGrade: Number(value(LABELS.readingGrade)) || null,
    rules: (sections.get('Rules') ?? []).flatMap(ruleOf),
    boundaries: (sections.get('Boundaries') ?? []).flatMap((line) => {
      const found = /^- Stay out of (.*) \(\w+\)\. Say: (.*)$/.exec(line)
      return found ? [{ subject: found[1]!, reply: found[2]! }] : []
    }),
    glossary: (sections.get('Glossary') ?? []).flatMap((line) => {
      const found = /^- (.+?)(?: \(also: ([^)]*)\))?: (.*)$/.exec(line)
      return found ? [{ term: found[1]!, also: found[2]?.split(', ') ?? [], meaning: found[3]!, line }] : []
    }),
    answers: answersIn(sections.get('Model answers') ?? []),
    greeting: value(LABELS.greeting),
    suggestions: values(LABELS.suggestion),
    libraryOnly: isYes(LABELS.libraryOnly, true),
    cite: isYes(LABELS.cite, true),
    whenUnknown: value(LABELS.whenUnknown, 'I don’t know that.'),
  }
}

function answersIn(lines: readonly string[]): PromptView['answers'] {
  return lines.flatMap((line, at) => {
    const question = /^- Asked: (.*)$/.exec(line)?.[1]
    const answer = /^ {2}A good answer: (.*)$/.exec(lines[at + 1] ?? '')?.[1]
    return question && answer ? [{ question, answer, line }] : []
  })
}

function splitSections(prompt: string): Map<Section, string[]> {
  const sections = new Map<Section, string[]>()
  let open: string[] | undefined
  for (const line of prompt.split('\n')) {
    const name = /^# (.+)$/.exec(line)?.[1] as Section | undefined
    if (name && SECTIONS.includes(name)) sections.set(name, (open = []))
    else open?.push(line)
  }
  return sections
}

function dialOf(lines: readonly string[], dial: string): number {
  const label = `- ${dial[0]!.toUpperCase()}${dial.slice(1)}: `
  const found = lines.find((line) => line.startsWith(label))
  const value = Number(/^(\d+) of 100/.exec(found?.slice(label.length) ?? '')?.[1] ?? 50)
  return Math.min(100, value)
}

function ruleOf(line: string): PromptView['rules'][number][] {
  const found = /^- \[(always|usually)\] (?:(.*?) → )?(.*)$/.exec(line)
  return found ? [{ strength: found[1]!, when: found[2] ?? '', do: found[3]!, line }] : []
}
