import type { DraftedScript } from '@parrot/contract'
import { questionsIn } from '@parrot/core/curation'
import { scriptSchema, type Check } from '@parrot/core/rehearsal'
import { currentBrief } from '../agents/briefs'
import { versionsInUse } from '../library/queries'
import { questionSetOf } from '../library/questionSet'
import type { Services } from '../services'
import { spread } from '../turns/ownQuestions'
import { listScripts } from './queries'

/** So many are drafted from documents, out of so many passages, the first of each source first. */
const MOST = 60
const LOOKED_THROUGH = 600
const LONGEST_SOURCE = 300

/**
 * Scripts an agent could have, to be ticked: its question set, and questions its own documents, headings and tables answer,
 * each with what the answer has to cite and, where the passage tells it, to say. What a script asks already is left out.
 */
export async function draftedScripts(services: Services, agentId: string): Promise<DraftedScript[]> {
  const { db, library } = services
  const versions = await versionsInUse(db, agentId)
  const { brief } = await currentBrief(db, agentId)
  const open = await library.open(versions)
  const asked = new Set(
    (await listScripts(db, agentId)).flatMap(({ turns }) => turns.map(({ say }) => say.toLowerCase())),
  )
  const { questions } = await questionSetOf(db, agentId, open, versions, brief.glossary)
  const passages = open.opening(LOOKED_THROUGH)
  const titles = new Map(versions.map(({ sourceId, title }) => [sourceId, title]))
  const drawn = spread(
    questionsIn(passages).map((each) => ({ ...each, source: titles.get(passages[each.passage]!.sourceId) ?? '' })),
  ).slice(0, MOST)
  const all = [
    ...questions.map(({ question, sourceTitle }) => draft('questionSet', question, sourceTitle, [])),
    ...drawn.map(({ question, source, says, means }) =>
      draft('documents', question, source, [
        ...(says ? [{ kind: 'includes', text: says } as const] : []),
        ...(means ? [{ kind: 'means', text: means } as const] : []),
      ]),
    ),
  ]
  return all.filter(({ script }) => !asked.has(script.turns[0]!.say.toLowerCase()))
}

function draft(origin: DraftedScript['origin'], question: string, source: string, checks: Check[]): DraftedScript {
  const cites: Check = { kind: 'cites', source: source.slice(0, LONGEST_SOURCE) }
  const script = scriptSchema.parse({
    title: question.slice(0, 200),
    turns: [{ say: question.slice(0, 5000), checks: [...checks, cites] }],
  })
  return { origin, source, script }
}
