import { changesBetween } from '../brief'
import { scriptsAsText, type Script } from '../rehearsal'
import type { FolderAgent, FolderSource } from './form'
import { sumOf } from './sum'

/** One difference between two agents, in a designer's words. */
export interface FolderDifference {
  /** "Rule", "Greeting", "Source", "Script", … */
  readonly label: string
  readonly kind: 'added' | 'removed' | 'changed'
  readonly before: string
  readonly after: string
}

/** What is different from one agent to another: brief, shared rules, sources, scripts, question set. */
export async function differencesBetween(before: FolderAgent, after: FolderAgent): Promise<FolderDifference[]> {
  const names = new Map([...before.ruleSets, ...after.ruleSets].map(({ id, name }) => [id, name]))
  const shared = (agent: FolderAgent) =>
    agent.ruleSets.flatMap(({ name, rules }) =>
      rules.map((rule): Entry => [
        `${name} ${rule.id}`,
        `${name}: ${[rule.when, rule.do].filter(Boolean).join(' → ')}`,
      ]),
    )
  const questions = ({ questions: asked }: FolderAgent) =>
    asked.map(({ question, excerpt }): Entry => [question, `${question} → ${excerpt}`])
  return [
    ...changesBetween(before.brief, after.brief, names),
    ...listed('Shared rule', shared(before), shared(after)),
    ...listed('Source', await sourceEntries(before.sources), await sourceEntries(after.sources)),
    ...listed('Script', before.scripts.map(scriptEntry), after.scripts.map(scriptEntry)),
    ...listed('Question', questions(before), questions(after)),
  ]
}

/** What an entry of a list is known by, and how it reads. */
type Entry = readonly [key: string, said: string]

const scriptEntry = (script: Script): Entry => [script.title, scriptsAsText([script]).trim()]

/** What is told of a source beside its title, place and content. */
const TOLD = [
  'description',
  'shelf',
  'tags',
  'weight',
  'validFrom',
  'validUntil',
  'refreshHours',
  'cutting',
  'edits',
] as const

const sourceEntries = (sources: readonly FolderSource[]): Promise<Entry[]> =>
  Promise.all(
    sources.map(async ({ content, sum, origin, title, ...source }): Promise<Entry> => {
      const place = origin.kind === 'file' ? origin.name : 'url' in origin ? origin.url : origin.title
      const state = sum ?? (await sumOf(await content()))
      const words = TOLD.flatMap((name) => {
        const value = source[name]
        if (value === null || value === '' || (Array.isArray(value) && value.length === 0)) return []
        return [`${name} ${typeof value === 'object' ? JSON.stringify(value) : String(value)}`]
      })
      return [`${origin.kind} ${place}`, [`${title} (${place})`, ...words, `content ${state.slice(0, 12)}`].join('\n')]
    }),
  )

function listed(label: string, before: readonly Entry[], after: readonly Entry[]): FolderDifference[] {
  const [was, is] = [new Map(before), new Map(after)]
  const gone = before.flatMap(([key, said]): FolderDifference[] =>
    is.has(key) ? [] : [{ label, kind: 'removed', before: said, after: '' }],
  )
  const others = after.flatMap(([key, said]): FolderDifference[] => {
    const old = was.get(key)
    if (old === undefined) return [{ label, kind: 'added', before: '', after: said }]
    return old === said ? [] : [{ label, kind: 'changed', before: old, after: said }]
  })
  return [...gone, ...others]
}
