import type { Check } from '../checks'
import type { RecordedAnswer } from '../run'
import { scriptSchema, type Script } from '../script'
import { checkFromWords, checkInWords } from './checkWords'

/** Scripts that were read, or what could not be read, with its line and, where it helps, its column. */
export type ScriptsRead =
  | { readonly ok: true; readonly scripts: readonly Script[] }
  | { readonly ok: false; readonly line: number; readonly column?: number; readonly problem: string }

export const MOST_SCRIPTS = 2000

/**
 * Scripts written as conversations:
 *
 *     # A dog on board
 *     folder: Pets
 *     tags: dogs, desk
 *     visitor: May I bring my dog?
 *     | It is a small one.
 *     agent: Dogs travel free on a lead.
 *     - cites: Luggage
 *     - not: says: cheap
 *     tool: next_sailing: {"departs": "09:10"}
 *
 * A "#" line begins a script, "visitor:" a turn; what stands after "agent:" is what the reply must mean, and each line
 * with a dash is a check; "tool:" says what a tool answers in this turn. A line that begins with "|" is a further line of the one before; any other goes on with what was said last. A
 * text without titles is one script.
 */
export function scriptsFromText(text: string): ScriptsRead {
  const scripts: Draft[] = []
  const begin = (title: string, line: number) => scripts.push({ title, folder: '', tags: [], turns: [], line })
  for (const { text: entry, line } of entriesIn(text)) {
    const title = /^#+\s*([\s\S]*)$/.exec(entry)?.[1]
    if (title !== undefined) {
      begin(title, line)
      continue
    }
    if (scripts.length === 0) begin('', line)
    const problem = add(scripts.at(-1)!, entry)
    if (problem) return { ok: false, line, problem }
  }
  if (scripts.length > MOST_SCRIPTS)
    return {
      ok: false,
      line: scripts[MOST_SCRIPTS]!.line,
      problem: `More than ${MOST_SCRIPTS} scripts at once; split the text.`,
    }
  return whole(scripts)
}

/** Lines that begin something; all others go on with the one before. */
const BEGINS = /^(?:#|[-*•]\s|(?:visitor|user|question|agent|answer|bot|folder|tags?|tool)\s*:)/i

/** What stands in one line. */
const IS_HEAD = /^(?:#|(?:folder|tags?)\s*:)/i

/** What is written, each with the lines that go on with it, and the number of its first. */
function entriesIn(text: string): { text: string; line: number }[] {
  const entries: { text: string; line: number }[] = []
  for (const [at, raw] of text.split(/\r?\n/).entries()) {
    const line = raw.trim()
    const before = entries.at(-1)
    if (line === '') continue
    if (before && line.startsWith('|')) before.text += `\n${line.slice(1).replace(/^ /, '')}`
    else if (before && !BEGINS.test(line) && !IS_HEAD.test(before.text)) before.text += ` ${line}`
    else entries.push({ text: line, line: at + 1 })
  }
  return entries
}

interface Draft {
  title: string
  folder: string
  tags: string[]
  turns: { say: string; checks: Check[]; tools?: RecordedAnswer[] }[]
  line: number
}

/** Adds what is written to the script it belongs to; gives what is wrong with it, if anything is. */
function add(script: Draft, entry: string): string | undefined {
  const turn = script.turns.at(-1)
  const [, word = '', rest = ''] =
    /^(visitor|user|question|agent|answer|bot|folder|tags?|tool)\s*:\s*([\s\S]*)$/i.exec(entry) ?? []
  switch (word.toLowerCase()) {
    case 'visitor':
    case 'user':
    case 'question':
      script.turns.push({ say: rest, checks: [] })
      return rest === '' ? 'The visitor says nothing here: write the line after “visitor:”.' : undefined
    case 'agent':
    case 'answer':
    case 'bot':
      if (!turn) return 'An answer without a question: a line with “visitor:” comes first.'
      if (rest !== '') turn.checks.push({ kind: 'means', text: rest })
      return undefined
    case 'tool': {
      const [, name, answer] = /^([\w-]{1,64})\s*:\s*([\s\S]*)$/.exec(rest) ?? []
      if (!turn) return 'What a tool answers without a turn: a line with “visitor:” comes first.'
      if (name === undefined) return 'Write the tool’s name, a colon, and what it answers: “tool: next_sailing: {…}”.'
      turn.tools = [...(turn.tools ?? []), { name, answer: answer! }]
      return undefined
    }
    case 'folder':
      script.folder = rest
      return undefined
    case 'tag':
    case 'tags':
      script.tags = rest
        .split(',')
        .map((tag) => tag.trim())
        .filter(Boolean)
      return undefined
  }
  const check = /^[-*•]\s+([\s\S]+)$/.exec(entry)?.[1]
  if (check === undefined)
    return 'A line that belongs nowhere: begin it with “visitor:”, or with “#” for the title of a script.'
  if (!turn) return 'A check without a turn: a line with “visitor:” comes first.'
  turn.checks.push(checkFromWords(check))
  return undefined
}

function whole(drafts: readonly Draft[]): ScriptsRead {
  const scripts: Script[] = []
  for (const { line, ...draft } of drafts) {
    const title = draft.title || draft.turns[0]?.say.slice(0, 80) || ''
    const parsed = scriptSchema.safeParse({ ...draft, title })
    if (!parsed.success) return { ok: false, line, problem: parsed.error.issues[0]!.message }
    scripts.push(parsed.data)
  }
  return { ok: true, scripts }
}

/** Scripts as the text they can be read from again. */
export const scriptsAsText = (scripts: readonly Script[]): string =>
  scripts.length === 0 ? '' : `${scripts.map(asText).join('\n\n')}\n`

const asText = ({ title, folder, tags, turns }: Script): string =>
  [
    `# ${title}`,
    ...(folder ? [`folder: ${folder}`] : []),
    ...(tags.length > 0 ? [`tags: ${tags.join(', ')}`] : []),
    ...turns.flatMap(({ say, checks, tools = [] }) => [
      `visitor: ${say}`,
      ...tools.map(({ name, answer }) => `tool: ${name}: ${answer}`),
      ...checks.map((check) => `- ${checkInWords(check)}`),
    ]),
  ]
    .map((entry) => entry.split(/\r?\n/).join('\n| '))
    .join('\n')
