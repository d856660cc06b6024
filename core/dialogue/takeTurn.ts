import { inItsLanguage } from '../brief'
import { spokenTag } from '../text'
import { readLine, readPart } from '../reading'
import { insertTools } from './inserts'
import { memoryOf } from './memory'
import { STEPS } from './steps'
import type { FoundPassage, LibraryPort, TurnContext, TurnState } from './turn'

/** Longest line that is read, characters; what is beyond is left out. */
export const LONGEST_LINE = 5000

/**
 * Takes one turn: what the visitor said, to a reply with its outcome, citations and workings. Throws a ModelProblem
 * when the model fails; nothing else is expected to fail. The state it gives back is complete and can be stored.
 */
export async function takeTurn(line: string, given: TurnContext): Promise<TurnState> {
  const own = { ...given, brief: inItsLanguage(given.brief), library: remembering(given.library) }
  const shown = own.model.canRevise ? insertTools(own) : []
  const context: TurnContext = shown.length > 0 ? { ...own, tools: [...(own.tools ?? []), ...shown] } : own
  let state = begun(line.slice(0, LONGEST_LINE), context)
  for (const { name, title, isAlways, run } of STEPS) {
    if (state.isSettled && !isAlways) continue
    const began = context.clock()
    const result = await run(state, context)
    state = result.state
    if (result.report) {
      const tookMs = Math.round((context.clock() - began) * 100) / 100
      const working = { step: name, title, ...result.report, tookMs }
      state = { ...state, workings: [...state.workings, working] }
      context.onWorking?.(working)
    }
  }
  return state
}

/** A turn of which nothing is known but what was said. */
export function begun(said: string, { brief: { identity }, conversation }: TurnContext): TurnState {
  const line = readPart(said)
  return {
    said,
    line,
    question: line,
    reading: readLine(line, spokenTag(identity.language), identity.name),
    called: [],
    calledIfUnknown: [],
    found: [],
    given: [],
    messages: [],
    briefed: [],
    reply: '',
    usage: [],
    uses: [],
    afterwards: [],
    citations: [],
    inserts: [],
    held: [],
    support: [],
    memory: memoryOf(conversation),
    outcome: 'answered',
    isDeliberate: false,
    isSettled: false,
    workings: [],
  }
}

/** A library that looks the same thing up once a turn, however many steps ask for it. */
function remembering(library: LibraryPort): LibraryPort {
  const known = new Map<string, Promise<readonly FoundPassage[]>>()
  return {
    search(question, limit) {
      const key = `${limit} ${question}`
      const found = known.get(key) ?? Promise.resolve(library.search(question, limit))
      known.set(key, found)
      return found
    },
    before: (passageId) => library.before?.(passageId),
    whole: (sourceId) => library.whole?.(sourceId) ?? [],
    sourceIds: () => library.sourceIds?.() ?? [],
    rarity: (stem) => library.rarity?.(stem) ?? 0.5,
    correct: (question, stems) => library.correct?.(question, stems) ?? { text: question, changed: [] },
  }
}
