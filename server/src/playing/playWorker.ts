/** The thread that scripts are played in with the built-in model, so that no request waits for them. */
import type { Brief } from '@parrot/core/brief'
import {
  takeTurn,
  type Exchange,
  type Model,
  type PassageLibrary,
  type Today,
  type TurnState,
} from '@parrot/core/dialogue'
import { libraryOf, withLibraryEdits, type LibraryEdit, type LibraryPart } from '@parrot/core/refine'
import { playScript, rehearsedTools, type RecordedAnswer, type Script, type ScriptResult } from '@parrot/core/rehearsal'
import { rememberingUnderstudy } from '@parrot/core/understudy'
import { readSnapshot } from '../library/snapshots'
import type { StandIn } from '@parrot/core/tools'

/** A source version as it is played with: what it is, and the file its index lies in. */
export interface PlayedVersion {
  readonly sourceId: string
  readonly versionId: string
  readonly title: string
  readonly asOf?: string | null
  readonly weight?: number
  readonly snapshot: string
}

/** What answers, in a form that can be given to a thread: a brief, a library with an edit made in it, and the day. */
export interface PlayedSubject {
  readonly brief: Brief
  readonly versions: readonly PlayedVersion[]
  readonly edits: readonly LibraryEdit[]
  readonly today: Today
  /** What answers in place of the tools it may use. */
  readonly tools: readonly StandIn[]
  /** Whom it may turn to. */
  readonly colleagues: readonly { readonly agent: string; readonly name: string; readonly subject: PlayedSubject }[]
}

export interface PlayTask {
  readonly subject: PlayedSubject
  readonly script: Pick<Script, 'title' | 'turns'> & { readonly id: string }
  /** What was said before its first line. */
  readonly before: readonly Exchange[]
  /** Without workings and citations: what a comparison of many runs needs. */
  readonly isShort: boolean
}

/** Source versions and libraries this thread has at hand; those unused for longest go first. */
const parts = new Map<string, LibraryPart>()
const libraries = new Map<string, { library: PassageLibrary; model: Model }>()
const MOST_PARTS = 400
const MOST_LIBRARIES = 12

/** Plays one script. Fails where a source's index does not lie where it should. */
export async function play({ subject, script, before, isShort }: PlayTask): Promise<ScriptResult> {
  const result = await playScript(
    script,
    (said, conversation, recorded) => playTurn(subject, said, conversation, recorded),
    before,
  )
  return isShort ? { ...result, turns: result.turns.map((turn) => ({ ...turn, workings: [], citations: [] })) } : result
}

function playTurn(
  subject: PlayedSubject,
  said: string,
  conversation: readonly Exchange[],
  recorded: readonly RecordedAnswer[],
): Promise<TurnState> {
  const { library, model } = libraryFor(subject)
  return takeTurn(said, {
    brief: subject.brief,
    library,
    model,
    conversation,
    clock: () => performance.now(),
    today: subject.today,
    audience: 'reviewer',
    tools: rehearsedTools(subject.brief, subject.tools, recorded, () => new Date()),
    colleagues: subject.colleagues.map(({ agent, name, subject: theirs }) => ({
      agent,
      name,
      take: (line, before) => playTurn(theirs, line, before, recorded),
    })),
  })
}

/** The library of a subject, with a model that remembers what it answered from it. */
function libraryFor({ versions, edits }: PlayedSubject): { library: PassageLibrary; model: Model } {
  const key = JSON.stringify([versions, edits])
  return remembered(libraries, MOST_LIBRARIES, key, () => ({
    library: libraryOf(withLibraryEdits(versions.map(partOf), edits)),
    model: rememberingUnderstudy(),
  }))
}

function partOf({ sourceId, versionId, title, asOf, weight = 1, snapshot }: PlayedVersion): LibraryPart {
  const part = remembered(parts, MOST_PARTS, `${versionId}:${title}`, (): LibraryPart => {
    const read = readSnapshot(snapshot)
    if (!read) throw new Error(`The index of “${title}” is not at hand.`)
    return { sourceId, title, weight: 1, passages: read.passages, segment: read.segment }
  })
  return { ...part, sourceId, weight, ...(asOf ? { asOf } : {}) }
}

function remembered<Value>(known: Map<string, Value>, most: number, key: string, make: () => Value): Value {
  const value = known.get(key) ?? make()
  known.delete(key)
  known.set(key, value)
  if (known.size > most) known.delete(known.keys().next().value!)
  return value
}
