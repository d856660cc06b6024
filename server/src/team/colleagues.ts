import { inArray } from 'drizzle-orm'
import type { Brief } from '@parrot/core/brief'
import type { Colleague } from '@parrot/core/dialogue'
import { agents } from '../database'
import type { Services } from '../services'
import { ask, draftOf, editionOf, type Listening, type Subject } from '../turns/subject'
import { mayTurnTo } from './mayTurnTo'

/** How many agents may stand behind each other for one line: more is a circle that nobody meant. */
const MOST_BEHIND = 3

interface OneOfTeam {
  readonly agent: string
  readonly name: string
  readonly subject: Subject
}

/**
 * The agents that a brief names and that are at hand: there, published where visitors ask, allowed, and not in the middle of
 * answering this line themselves.
 */
async function teamOf(
  services: Services,
  { agentId, brief }: Pick<Subject, 'agentId' | 'brief'>,
  isVisitor: boolean,
  behind: readonly string[],
): Promise<OneOfTeam[]> {
  const named = namedIn(brief).filter((id) => id !== agentId && !behind.includes(id))
  if (named.length === 0 || behind.length >= MOST_BEHIND) return []
  const rows = await services.db.select().from(agents).where(inArray(agents.id, named))
  const team: OneOfTeam[] = []
  for (const row of rows) {
    if (row.removedAt !== null || (isVisitor && row.liveEdition === null)) continue
    if (!(await mayTurnTo(services.db, agentId, row.id))) continue
    const subject = isVisitor ? await editionOf(services, row, row.liveEdition!) : await draftOf(services, row)
    team.push({ agent: row.id, name: subject.brief.identity.name || row.name, subject })
  }
  return team
}

const namedIn = ({ colleagues }: Brief): string[] => [
  ...new Set(colleagues.flatMap(({ agent, enabled }) => (enabled && agent !== '' ? [agent] : []))),
]

/** The colleagues of a subject, ready to take a line: each with its own brief, library, model and tools. */
export async function colleaguesFor(services: Services, subject: Subject, listening: Listening): Promise<Colleague[]> {
  const { onText: _text, onWorking: _working, library: _library, behind = [], ...heard } = listening
  const isVisitor = listening.audience === 'visitor'
  const team = await teamOf(services, subject, isVisitor, behind)
  return team.map(({ agent, name, subject: theirs }) => ({
    agent,
    name,
    take: (said, conversation) =>
      ask(services, theirs, said, conversation, { ...heard, behind: [...behind, subject.agentId] }),
  }))
}

/** The same agents as scripts are played with: as drafts, since that is what is being tried. */
export const playedColleagues = (services: Services, subject: Subject, behind: readonly string[] = []) =>
  teamOf(services, subject, false, behind)
