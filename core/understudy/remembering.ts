import type { Model, ModelEvent, TurnForModel } from '../dialogue'
import { understudy } from './index'

/** Answers kept at a time; the first ones go first. */
const MOST = 4000

/**
 * The built-in model with a memory of what it answered, for playing the same scripts with one brief after another: what
 * it works from is compared whole, and only a turn that differs in it is computed. It never sees the lists of a brief
 * that the turn has judged for it already (rules, duties, boundaries, model answers), so that an edit of one that a line
 * does not call for cannot matter. One memory serves one library, since how rare a word is there counts too.
 */
export function rememberingUnderstudy(): Model {
  const known = new Map<string, readonly ModelEvent[]>()
  return {
    name: understudy.name,
    async *answer(request, signal) {
      const { turn } = request
      if (!turn) {
        yield* understudy.answer(request, signal)
        return
      }
      const seen = { ...turn, brief: withoutJudged(turn.brief) }
      const last = request.messages.at(-1)
      const got = last?.role === 'tool' ? last.content : ''
      const key = `${request.tools?.length ?? 0} ${got}\n${keyOf(seen)}`
      let events = known.get(key)
      if (!events) {
        events = await all(understudy.answer({ ...request, turn: seen }, signal))
        // What was broken off is no answer.
        if (!signal?.aborted) known.set(key, events)
        if (known.size > MOST) known.delete(known.keys().next().value!)
      }
      yield* events
    },
  }
}

const withoutJudged = (brief: TurnForModel['brief']): TurnForModel['brief'] => ({
  ...brief,
  rules: [],
  ruleSets: [],
  duties: [],
  boundaries: [],
  answers: [],
  drafted: [],
})

/** Everything a turn is answered from, as one text. Of passages, what they say and how they ranked. */
const keyOf = ({ rarity: _rarity, found, ...rest }: TurnForModel): string =>
  JSON.stringify(
    [rest, found.map(({ passageId, text, score, coverage }) => [passageId, text, score, coverage])],
    (_key, value: unknown) => (value instanceof Set || value instanceof Map ? [...value] : value),
  )

async function all(events: AsyncIterable<ModelEvent>): Promise<ModelEvent[]> {
  const heard: ModelEvent[] = []
  for await (const event of events) heard.push(event)
  return heard
}
