import type { RouteLocationRaw } from 'vue-router'
import { FIELD_LABELS, holdsAll, STAGES, type Found } from '@parrot/contract'
import { LOGBOOK_PARTS, STAGE_NAMES } from '../shared/stages'

/** What can be done from the finder that is no place to go to. */
export type Action = 'ask' | 'again' | 'keys' | 'startOver'

/** One line of what was found: where it leads, or what it does. */
export interface Place {
  readonly group: string
  readonly title: string
  readonly excerpt?: string
  /** The first of its group, which names the group. */
  readonly opens?: boolean
  readonly to?: RouteLocationRaw
  readonly act?: Action
}

const ACTIONS: readonly (readonly [string, Action])[] = [
  ['Ask the agent', 'ask'],
  ['Ask the last question again', 'again'],
  ['Start the conversation over', 'startOver'],
  ['Keys', 'keys'],
]

/** Places that are the same for every agent: its stages, the parts of its brief, settings, and what can be done. */
export function placesHere(agentId: string): Place[] {
  const params = { id: agentId }
  return [
    ...STAGES.map((stage) => ({ group: 'Stages', title: STAGE_NAMES[stage], to: { name: stage, params } })),
    ...ACTIONS.map(([title, act]) => ({ group: 'Actions', title, act })),
    { group: 'Actions', title: 'Add a website', to: { name: 'library', params, query: { pane: 'website' } } },
    { group: 'Actions', title: 'New script', to: { name: 'rehearse', params: { ...params, scriptId: 'new' } } },
    { group: 'Actions', title: 'New agent', to: { name: 'new-agent' } },
    { group: 'Settings', title: 'Tools', to: { name: 'tools' } },
    { group: 'Settings', title: 'Models and settings', to: { name: 'settings' } },
    { group: 'Settings', title: 'Embedder, recordings, private hosts', to: { name: 'settings' } },
    ...LOGBOOK_PARTS.map(([name, title]) => ({ group: 'Logbook', title, to: { name, params } })),
    ...Object.entries(FIELD_LABELS).map(([field, title]) => ({
      group: 'Parts of the brief',
      title,
      to: { name: 'brief', params, query: { field } },
    })),
  ]
}

const GROUPS: Readonly<Record<Found['kind'], string>> = {
  brief: 'In the brief',
  source: 'Sources',
  passage: 'In the library',
  script: 'Scripts',
  conversation: 'Conversations',
  agent: 'Agents',
}

function placeOf(found: Found, id: string): Place {
  const { kind, title, excerpt } = found
  const told = { group: GROUPS[kind], title, ...(excerpt ? { excerpt } : {}) }
  switch (kind) {
    case 'brief':
      return { ...told, to: { name: 'brief', params: { id }, query: { field: found.id } } }
    case 'source':
      return { ...told, to: { name: 'library', params: { id, sourceId: found.id } } }
    case 'passage':
      return { ...told, to: { name: 'library', params: { id, sourceId: found.within! }, query: { passage: found.id } } }
    case 'script':
      return { ...told, to: { name: 'rehearse', params: { id, scriptId: found.id } } }
    case 'conversation':
      return { ...told, to: { name: 'logbook', params: { id, conversationId: found.id } } }
    case 'agent':
      return { ...told, to: { name: 'brief', params: { id: found.id } } }
  }
}

/** Of the places of this screen so many are shown beside what was found. */
const MOST_HERE = 8

/** Places whose names hold every word, then what the server found, group by group; each group is named once. */
export function grouped(words: string, here: readonly Place[], found: readonly Found[], agentId: string): Place[] {
  const isLookedFor = holdsAll(words)
  const named = here.filter(({ group, title }) => isLookedFor(group, title))
  const all = [...named.slice(0, MOST_HERE), ...found.map((each) => placeOf(each, agentId))]
  const groups = [...new Set(all.map(({ group }) => group))]
  return groups.flatMap((group) =>
    all.filter((place) => place.group === group).map((place, at) => (at === 0 ? { ...place, opens: true } : place)),
  )
}
