import { BRIEF_VERSION, briefFrom, ruleSchema, type Brief, type Rule } from '../brief'
import { scriptsAsText } from '../rehearsal'
import { FILES, FORM, SHARED_RULES, SOURCES, type Bytes, type FolderAgent, type FolderFile } from './form'
import { csvOf } from './csv'
import { Names, slugOf } from './names'
import { writeSources } from './writeSources'
import { asYaml } from './yaml'

const ABOUT_RULES = 'One rule in each line. A rule without “when” always holds; like and unlike are sample lines.'

/**
 * An agent as files, in the order of their paths. The same agent gives the same bytes. Originals are taken up one at a
 * time, as the files are asked for.
 */
export async function* writeFolder(agent: FolderAgent): AsyncGenerator<FolderFile> {
  const { rules, freeform, ...brief } = agent.brief
  const isPicture = agent.face !== undefined
  const identity = { ...brief.identity, ...(isPicture ? { avatar: FILES.face } : {}) }
  const names = new Names()
  const sources = await writeSources(agent.sources)
  const files = new Map<string, Bytes>(sources.files)
  const put = (path: string, text: string) => files.set(path, () => new TextEncoder().encode(text))
  const manifest = { form: FORM, name: agent.name, brief: BRIEF_VERSION }
  put(FILES.manifest, asYaml(manifest, 'An agent as files; see the form’s description.'))
  put(
    FILES.brief,
    asYaml(inShort({ ...brief, identity }), 'Who the agent is and how it behaves; its rules stand apart.'),
  )
  put(FILES.rules, asYaml(rules.map(ruleInShort), ABOUT_RULES, true))
  // Version control leaves the originals' line ends alone.
  put('.gitattributes', `${SOURCES}/** -text\n`)
  if (freeform !== '') put(FILES.freeform, freeform)
  put(FILES.scripts, scriptsAsText(agent.scripts))
  const leftOut = (agent.leftOut ?? []).map(
    (title) => `\nLeft out, since it was not read: ${title.replace(/\s+/g, ' ')}`,
  )
  put(FILES.sources, asYaml(sources.entries, ['What the agent knows, in its order.', ...leftOut].join('')))
  if (agent.questions.length > 0)
    put(
      FILES.questions,
      csvOf([
        ['question', 'source', 'passage'],
        ...agent.questions.map(({ question, source, excerpt }) => [question, sources.keys[source] ?? '', excerpt]),
      ]),
    )
  for (const { id, name, rules: shared } of agent.ruleSets)
    put(
      names.take(SHARED_RULES, slugOf(name), '.yaml'),
      asYaml({ id, name, rules: shared.map(ruleInShort) }, ABOUT_RULES, true),
    )
  if (agent.face) files.set(FILES.face, agent.face)
  for (const path of [...files.keys()].sort()) yield { path, bytes: await files.get(path)!() }
}

type Fields = Readonly<Record<string, unknown>>
/** What an entry of a list may not leave out, even where it is empty. */
const NAMED = ['term', 'question', 'answer', 'name', 'id']
/** What most entries are, and need not say. */
const USUAL: Fields = { enabled: true, strength: 'always', required: true }

const isEmpty = (value: unknown): boolean =>
  value === '' || value === null || (Array.isArray(value) && value.length === 0)

const entryInShort = (entry: Fields): Fields =>
  Object.fromEntries(
    Object.entries(entry).flatMap(([key, value]) =>
      (isEmpty(value) && !NAMED.includes(key)) || USUAL[key] === value ? [] : [[key, shortened(value)]],
    ),
  )

/** Its fields in the order of the form, whatever order they were kept in. */
const ruleInShort = (rule: Rule): Fields => entryInShort(ruleSchema.parse(rule))

const shortened = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map((each) =>
        typeof each === 'object' && each !== null ? entryInShort(each as Fields) : (each as unknown),
      )
    : value

/**
 * A brief without what is empty where nothing was written. What has a value is written even where it is the usual one, so
 * that an agent stays as it is when the usual one changes.
 */
function inShort(brief: Omit<Brief, 'rules' | 'freeform'>): Fields {
  const prune = (value: Fields, usual: Fields): Fields =>
    Object.fromEntries(
      Object.entries(value).flatMap(([key, each]): [string, unknown][] => {
        if (isEmpty(each) && isEmpty(usual[key])) return []
        if (typeof each === 'object' && each !== null && !Array.isArray(each)) {
          const inside = prune(each as Fields, usual[key] as Fields)
          return Object.keys(inside).length > 0 ? [[key, inside]] : []
        }
        return [[key, shortened(each)]]
      }),
    )
  return prune(brief, briefFrom({}))
}
