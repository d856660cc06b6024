import type { Brief } from '../../brief'
import { questionsIn } from '../../curation'
import { wordsOf } from '../../languages'
import { tokensOf, wordsIn } from '../../reading'
import type { Check, Script, ScriptResult } from '../../rehearsal'
import { subjectOf } from '../../calling'
import { entriesOf, usedIn, type StudiedEntry } from './entries'

/** Something no script touches, with a script that would. */
export interface Untouched {
  readonly id: string
  readonly label: string
  readonly text: string
  readonly field?: string
  readonly sourceId?: string
  readonly script: Pick<Script, 'title' | 'turns'>
}

/** How much of each kind the scripts touch. */
export interface Covered {
  readonly label: string
  readonly total: number
  readonly touched: number
}

/** A source as coverage looks at it: its passages by their ids and texts. */
export interface StudiedSource {
  readonly sourceId: string
  readonly title: string
  readonly passages: readonly { readonly id: string; readonly text: string; readonly headings: readonly string[] }[]
}

const LONGEST_TITLE = 80

/** What of brief and library no script touches in a run, each with a drafted script that would. */
export function coverageOf(
  brief: Brief,
  sources: readonly StudiedSource[],
  run: readonly ScriptResult[],
): { covered: Covered[]; untouched: Untouched[] } {
  const turns = run.flatMap((script) => script.turns)
  const used = new Set(turns.flatMap((turn) => [...usedIn(turn, brief)]))
  const cited = new Set(turns.flatMap(({ citations }) => citations.map(({ passageId }) => passageId)))
  const citedSources = new Set(turns.flatMap(({ citations }) => citations.map(({ sourceId }) => sourceId)))
  const entries = entriesOf(brief).filter(({ label }) => label !== 'Dial' && label !== 'Sample')
  const labels = [...new Set(entries.map(({ label }) => label))]
  const passages = sources.flatMap((source) => source.passages)
  return {
    covered: [
      ...labels.map((label) => {
        const own = entries.filter((entry) => entry.label === label)
        return { label, total: own.length, touched: own.filter(({ id }) => used.has(id)).length }
      }),
      {
        label: 'Source',
        total: sources.length,
        touched: sources.filter(({ sourceId }) => citedSources.has(sourceId)).length,
      },
      { label: 'Passage', total: passages.length, touched: passages.filter(({ id }) => cited.has(id)).length },
    ],
    untouched: [
      ...entries
        .filter(({ id }) => !used.has(id))
        .map((entry) => ({ ...shown(entry), script: scriptFor(entry, brief) })),
      ...sources
        .filter(({ sourceId }) => !citedSources.has(sourceId))
        .flatMap((source): Untouched[] => {
          const script = scriptForSource(source)
          const { sourceId, title } = source
          return script ? [{ id: `sources/${sourceId}`, label: 'Source', text: title, sourceId, script }] : []
        }),
    ],
  }
}

const shown = ({ id, label, text, field }: StudiedEntry) => ({ id, label, text, field })

/** Whether a run of the drafted script touches what it was drafted for. */
export const touchesIt = ({ id, sourceId }: Untouched, brief: Brief, { turns }: ScriptResult): boolean =>
  turns.some((turn) =>
    sourceId ? turn.citations.some((citation) => citation.sourceId === sourceId) : usedIn(turn, brief).has(id),
  )

const draft = (title: string, say: string, ...checks: Check[]): Pick<Script, 'title' | 'turns'> => ({
  title: title.slice(0, LONGEST_TITLE),
  turns: [{ say, checks }],
})

/** A line that calls for an entry: its own sample where it has one, else a question made of its words. */
function scriptFor({ id, text }: StudiedEntry, brief: Brief): Pick<Script, 'title' | 'turns'> {
  const [list, key] = [id.slice(0, id.indexOf('/')), id.slice(id.indexOf('/') + 1)]
  const by = <Entry extends { id: string }>(all: readonly Entry[]) => all.find((entry) => entry.id === key)!
  switch (list) {
    case 'rules': {
      const { when, do: does, like } = by(brief.rules)
      return draft(`Rule: ${does}`, like[0] ?? questionAbout(subjectOf(when)), {
        kind: 'rule',
        text: does.slice(0, 500),
      })
    }
    case 'duties': {
      const { name, when, examples } = by(brief.duties)
      return draft(`Duty: ${name}`, examples[0] ?? `I would like to ${subjectOf(when || name)}.`, {
        kind: 'duty',
        name,
      })
    }
    case 'boundaries': {
      const { subject, examples } = by(brief.boundaries)
      return draft(`Boundary: ${subject}`, examples[0] ?? questionAbout(subject), {
        kind: 'outcome',
        outcome: 'declined',
      })
    }
    case 'glossary': {
      const { term, also } = by(brief.glossary)
      return draft(`Term: ${term}`, `What about a ${also[0] ?? term}?`, {
        kind: 'outcome',
        outcome: 'unknown',
        not: true,
      })
    }
    default: {
      const { question, answer } = by(brief.answers)
      return draft(`Model answer: ${question || text}`, question, { kind: 'means', text: answer.slice(0, 2000) })
    }
  }
}

/** A line that is about what a condition speaks of: "whether a boat sails" is asked, a thing is asked about. */
function questionAbout(condition: string): string {
  const subject = subjectOf(condition)
    .trim()
    .replace(/[.?!]+$/, '')
  const tokens = tokensOf(subject)
  const whether = tokens.findIndex(({ text }) => text === 'whether' || text === 'if')
  if (whether >= 0 && tokens[whether + 1])
    return `I would like to know if ${subject.slice(tokens[whether + 1]!.start)}.`
  // "The passenger asks about groups": what they do with the subject is left out.
  const light = wordsIn(wordsOf('en').light)
  const first = tokens.find(({ text }) => !light.has(text)) ?? tokens[0]
  return `I have a question about ${first ? subject.slice(first.start) : subject}.`
}

/** A question drawn from a source's own passages, which has to be answered from it. */
function scriptForSource({ title, passages }: StudiedSource): Pick<Script, 'title' | 'turns'> | undefined {
  const [question] = questionsIn(passages)
  return question
    ? draft(question.question, question.question, { kind: 'cites', source: title.slice(0, 300) })
    : undefined
}
