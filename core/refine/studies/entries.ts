import { editOf, type Brief, type BriefEdit } from '../../brief'
import type { TurnResult } from '../../rehearsal'

/** One thing a brief holds that can be left out: where it stands, what it says, and the edit that leaves it out. */
export interface StudiedEntry {
  /** "rules/no-cheap", "manner/dials/warmth": outlives a change of order. */
  readonly id: string
  /** The place as the screen finds it: "rules.2". */
  readonly field: string
  readonly label: string
  readonly text: string
  readonly without: BriefEdit
}

/** A dial in the middle asks for nothing in particular. */
const NEUTRAL = 50

const LISTS = {
  rules: { label: 'Rule', text: (entry: Brief['rules'][number]) => said(entry.when, entry.do) },
  duties: { label: 'Duty', text: (entry: Brief['duties'][number]) => said(entry.name, entry.when) },
  boundaries: { label: 'Boundary', text: (entry: Brief['boundaries'][number]) => said(entry.subject, entry.reply) },
  glossary: { label: 'Term', text: (entry: Brief['glossary'][number]) => said(entry.term, entry.also.join(', ')) },
  answers: { label: 'Model answer', text: (entry: Brief['answers'][number]) => said(entry.question, entry.answer) },
} as const
export type StudiedList = keyof typeof LISTS

const said = (...parts: string[]): string => parts.filter((part) => part.trim() !== '').join(' → ')

/** Every rule, duty, boundary, term and model answer that is on, every sample, and every dial that was moved. */
export function entriesOf(brief: Brief): StudiedEntry[] {
  const listed = (Object.keys(LISTS) as StudiedList[]).flatMap((list) =>
    brief[list].flatMap((entry, at): StudiedEntry[] => {
      const { label, text } = LISTS[list]
      const isOff = 'enabled' in entry && !entry.enabled
      const words = text(entry as never)
      if (isOff || words === '') return []
      const without = editOf(brief, (draft) => (draft[list] as unknown[]).splice(at, 1))
      return [{ id: `${list}/${entry.id}`, field: `${list}.${at}`, label, text: words, without }]
    }),
  )
  const samples = brief.manner.samples.map((sample, at): StudiedEntry => ({
    id: `manner/samples/${sample}`,
    field: 'manner.samples',
    label: 'Sample',
    text: sample,
    without: editOf(brief, (draft) => draft.manner.samples.splice(at, 1)),
  }))
  const dials = Object.entries(brief.manner.dials).flatMap(([dial, value]): StudiedEntry[] =>
    value === NEUTRAL
      ? []
      : [
          {
            id: `manner/dials/${dial}`,
            field: `manner.dials.${dial}`,
            label: 'Dial',
            text: `${dial} ${value}`,
            without: editOf(brief, (draft) => ((draft.manner.dials as Record<string, number>)[dial] = NEUTRAL)),
          },
        ],
  )
  return [...listed, ...samples, ...dials]
}

/**
 * The entries that a turn used, by their ids: what its workings point at in the brief. Rules that were looked at and not
 * called for do not count; those without a condition hold for every turn and are not listed in the workings.
 */
export function usedIn({ workings }: Pick<TurnResult, 'workings'>, brief: Brief): Set<string> {
  const used = new Set<string>()
  for (const { details } of workings)
    for (const { field, isAside } of details) {
      const [, list, at] = /^(rules|duties|boundaries|glossary|answers)\.(\d+)/.exec(field ?? '') ?? []
      if (!list || isAside) continue
      const entry = brief[list as StudiedList][Number(at)]
      if (entry) used.add(`${list}/${entry.id}`)
    }
  for (const rule of brief.rules) if (rule.enabled && rule.when.trim() === '') used.add(`rules/${rule.id}`)
  return used
}
