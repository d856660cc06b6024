import type { Brief } from '../brief'
import {
  aboutIn,
  insertSchema,
  isMade,
  makeInsert,
  type Insert,
  type MadeInsert,
  type Material,
  type MaterialPassage,
  marked,
} from '../inserts'
import type { Tool, ToolResult } from '../tools'
import { judgeInsert } from './insertCalls'
import type { Citation, FoundPassage, LibraryPort, Step, TurnContext, TurnState, WorkingDetail } from './turn'

type Entry = Brief['inserts'][number]

/** Passages looked at for what an insert is about. */
const LOOKED_AT = 16
/** A passage this much further from it than the nearest is about something else. */
const NEAR = 0.6
/** A visitor may ask for something that nothing stands about: so little of it is found then. */
const FOUND = 0.3
/** Where nothing in particular is asked for: so many sources, and so many passages of each. */
const SOURCES = 8
const PASSAGES = 24

interface Called {
  readonly entry: Entry
  readonly at: number
  readonly confidence: number
  readonly because: readonly string[]
  readonly isNamed: boolean
}

/**
 * Shows what the brief says beside or in place of an answer: links and pictures stand beside whatever answers; what is made
 * from the library (a quiz, a table, a chart) is the answer itself. An outside model is offered those as tools instead.
 */
export const showInserts: Step = async (state, context) => {
  const { act } = state.reading
  if (act !== 'question' && act !== 'person') return { state }
  const called = calledFor(state, context)
  const beside = called.flatMap((each) => insertOf(each.entry) ?? [])
  const made = context.model.canRevise ? undefined : await firstMade(called, state, context)
  if (beside.length === 0 && !made) return { state }
  const details = [
    ...called.filter(({ entry }) => !isMade(entry.kind)).map(detailOf),
    ...(made ? [detailOf(made.called)] : []),
  ]
  const inserts = [...state.inserts, ...beside]
  if (!made) return { state: { ...state, inserts }, report: { summary: namesOf(beside), details } }
  return {
    state: {
      ...state,
      ...withMade({ inserts, citations: [] }, made.made, context),
      reply: [made.made.lead, ...state.afterwards].join(' '),
      outcome: 'answered',
      isSettled: true,
    },
    report: {
      summary: namesOf([...beside, made.made.insert]),
      details: [...details, ...placesOf(made.made)],
    },
  }
}

type Shown = Pick<TurnState, 'inserts' | 'citations'>

/** Puts something that was made into what is shown; its marks count on from those that are there. */
function withMade(
  { inserts, citations }: Shown,
  made: Pick<MadeInsert, 'insert' | 'grounds'>,
  { brief }: TurnContext,
): Shown {
  if (!brief.grounding.cite) return { inserts: [...inserts, marked(made.insert, () => null)], citations }
  const from = Math.max(0, ...citations.map(({ marker }) => marker))
  return {
    inserts: [...inserts, marked(made.insert, (marker) => from + marker)],
    citations: [...citations, ...citationsOf(made, from)],
  }
}

/** Puts the inserts that the steps of a duty name into what is shown, made about something. */
export async function withNamed(
  shown: Shown,
  names: readonly string[],
  about: string,
  context: TurnContext,
): Promise<Shown> {
  let all = shown
  for (const name of names) {
    const entry = context.brief.inserts.find(({ enabled, kind }) => enabled && kind === name)
    const written = entry && insertOf(entry)
    const made = entry && (await makeEntry(entry, about, context))
    if (written) all = { ...all, inserts: [...all.inserts, written] }
    if (made) all = withMade(all, made, context)
  }
  return all
}

/** Puts what tools showed into the reply. */
export const showToolInserts: Step = (state, context) => {
  const made = state.uses.flatMap(({ result }) => (result.isFailed || !result.shows ? [] : [result.shows]))
  if (made.length === 0) return { state }
  return {
    state: { ...state, ...made.reduce((shown, each) => withMade(shown, each, context), state as Shown) },
    report: { summary: namesOf(made.map(({ insert }) => insert)), details: made.flatMap(placesOf) },
  }
}

/** What a line calls for, what it names before what it only comes near. */
const calledFor = ({ reading, line }: TurnState, { brief }: TurnContext): Called[] =>
  brief.inserts
    .flatMap((entry, at): Called[] => {
      if (!entry.enabled || [entry.when, ...entry.like].every((text) => text.trim() === '')) return []
      const { isCalled, ...call } = judgeInsert(entry, line, reading, brief.identity.language)
      return isCalled ? [{ entry, at, ...call }] : []
    })
    .sort((a, b) => Number(b.isNamed) - Number(a.isNamed) || b.confidence - a.confidence)

/** A link or picture as it stands in the brief; undefined for one that is not filled in, and for what is made. */
function insertOf({ kind, title, url, image, alt }: Entry): Insert | undefined {
  if (kind === 'picture' && image !== '') return { kind, title, alt, src: `/api/faces/${encodeURIComponent(image)}` }
  const link = insertSchema.safeParse({ kind, title: title.trim() || url.trim(), url: url.trim() })
  return kind === 'link' ? link.data : undefined
}

async function firstMade(
  called: readonly Called[],
  state: TurnState,
  context: TurnContext,
): Promise<{ called: Called; made: MadeInsert } | undefined> {
  const subjectOf = (line: string) => aboutIn(line, context.brief.identity.language)
  // "As a chart?" is about what was asked before.
  const before = context.conversation.at(-1)?.question ?? ''
  const about = subjectOf(state.line).trim() || subjectOf(before)
  for (const each of called) {
    const made = await makeEntry(each.entry, about, context)
    if (made) return { called: each, made }
  }
  return undefined
}

/** Makes what an entry of the brief says, about something; undefined for what is not made, and where too little is there. */
async function makeEntry(entry: Entry, about: string, context: TurnContext): Promise<MadeInsert | undefined> {
  const { kind } = entry
  if (!isMade(kind)) return undefined
  const material: Material = {
    about,
    passages: await passagesAbout(about, context.library),
    whole: (sourceId) => context.library.whole?.(sourceId)?.map(asMaterial) ?? [],
    language: context.brief.identity.language,
    most: entry.most,
  }
  return makeInsert(kind, material, { title: entry.title, form: entry.form })
}

async function passagesAbout(about: string, library: LibraryPort): Promise<MaterialPassage[]> {
  if (about === '') {
    const sources = (library.sourceIds?.() ?? []).slice(0, SOURCES)
    return sources.flatMap((id) => (library.whole?.(id) ?? []).slice(0, PASSAGES).map(asMaterial))
  }
  const found = await library.search(about, LOOKED_AT)
  const best = Math.max(0, ...found.map(({ coverage }) => coverage))
  if (best < FOUND) return []
  return found.filter(({ coverage }) => coverage >= best * NEAR)
}

/** A passage of a source as a whole is about it as much as any other. */
const asMaterial = (passage: FoundPassage): FoundPassage => ({ ...passage, coverage: 1 })

const LONGEST_QUOTE = 600

/** What each part of an insert rests on, numbered from one more than `from`. */
const citationsOf = ({ grounds }: Pick<MadeInsert, 'grounds'>, from: number): Citation[] =>
  grounds.map(({ passage, quote }, at) => ({
    marker: from + at + 1,
    passageId: passage.passageId,
    sourceId: passage.sourceId,
    sourceTitle: passage.sourceTitle,
    headings: passage.headings,
    quote: quote.slice(0, LONGEST_QUOTE),
    locator: passage.locator,
  }))

const namesOf = (inserts: readonly Insert[]): string => `Shown: ${inserts.map(({ kind }) => kind).join(', ')}.`

const detailOf = ({ entry, at, confidence, because }: Called): WorkingDetail => ({
  label: `${Math.round(confidence * 100)} %`,
  text: `${entry.kind}${entry.title ? ` “${entry.title}”` : ''} for: ${entry.when}${because.length > 0 ? ` (${because.join('; ')})` : ''}`,
  field: `inserts.${at}`,
})

const placesOf = ({ grounds }: Pick<MadeInsert, 'grounds'>): WorkingDetail[] =>
  grounds.map(({ passage, quote }) => ({
    label: 'Rests on',
    text: quote,
    passageId: passage.passageId,
    sourceId: passage.sourceId,
  }))

/** What an outside model may show: a tool for each kind that the brief allows, which makes it from the library. */
export function insertTools(context: TurnContext): Tool[] {
  const kinds = new Map(
    context.brief.inserts.filter(({ enabled, kind }) => enabled && isMade(kind)).map((entry) => [entry.kind, entry]),
  )
  return [...kinds.values()].map((entry): Tool => ({
    name: `show_${entry.kind}`,
    title: `Show a ${entry.kind}`,
    description: `Shows the visitor a ${entry.kind} that is made from the library. ${entry.when ? `For when ${entry.when}.` : ''}`,
    parameters: {
      type: 'object',
      properties: { about: { type: 'string', description: 'What it is to be about, in two or three words.' } },
      required: ['about'],
    },
    async call(input): Promise<ToolResult> {
      const about = (input as { about?: unknown } | null)?.about
      const made = await makeEntry(entry, typeof about === 'string' ? about.slice(0, 200) : '', context)
      return made
        ? { text: 'It is shown under your answer. Lead it in with one sentence.', shows: made }
        : { text: 'The library holds too little about that to make one.', isFailed: true }
    },
  }))
}
