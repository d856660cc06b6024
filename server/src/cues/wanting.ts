import { timesDoubled, type Cue, type CueEvent } from '@parrot/core/team'
import type { Database } from '../database'
import { wants } from '../logbook'

type WantingCue = Extract<Cue, { kind: 'wanting' }>

const keyOf = (level: number, question: string): string => `${level} ${question.toLowerCase().slice(0, 200)}`

/**
 * Groups of questions without an answer that grew as large as a cue waits for, the largest first. A group is known by any of
 * its questions, however it is put together, and told of once at each doubling.
 */
export async function groupsGrown(
  db: Database,
  agentId: string,
  { atLeast }: WantingCue,
  seen: ReadonlySet<string>,
  most: number,
): Promise<CueEvent[]> {
  const { groups } = await wants(db, agentId)
  return groups
    .flatMap(({ title, times, questions }): CueEvent[] => {
      const level = timesDoubled(times, atLeast)
      if (
        level === undefined ||
        [title, ...questions.map(({ text }) => text)].some((text) => seen.has(keyOf(level, text)))
      )
        return []
      return [
        {
          key: keyOf(level, title),
          title: `“${title}”, asked ${times} times`,
          at: new Date(questions[0]?.lastAt ?? Date.now()),
          values: {
            question: title,
            times: String(times),
            questions: questions.map(({ text }) => `- ${text}`).join('\n'),
          },
        },
      ]
    })
    .slice(0, most)
}
