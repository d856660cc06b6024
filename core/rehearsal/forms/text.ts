import { OUTCOMES } from '../../dialogue'
import { unquoted } from '../../text'
import type { Check } from '../checks'
import { scriptSchema, type Script } from '../script'

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
 *     agent: Dogs travel free on a lead.
 *     - cites: Luggage
 *     - not: says: cheap
 *
 * A "#" line begins a script, "visitor:" a turn; what stands after "agent:" is what the reply must mean, and each line
 * with a dash is a check. A text without titles is one script.
 */
export function scriptsFromText(text: string): ScriptsRead {
  const scripts: Draft[] = []
  const begin = (title: string, line: number) => scripts.push({ title, folder: '', tags: [], turns: [], line })
  const lines = text.split(/\r?\n/)
  for (const [at, raw] of lines.entries()) {
    const line = raw.trim()
    if (line === '') continue
    const title = /^#+\s*(.*)$/.exec(line)?.[1]
    if (title !== undefined) {
      begin(title, at + 1)
      continue
    }
    if (scripts.length === 0) begin('', at + 1)
    const problem = add(scripts.at(-1)!, line)
    if (problem) return { ok: false, line: at + 1, problem }
  }
  if (scripts.length > MOST_SCRIPTS)
    return {
      ok: false,
      line: scripts[MOST_SCRIPTS]!.line,
      problem: `More than ${MOST_SCRIPTS} scripts at once; split the text.`,
    }
  return whole(scripts)
}

interface Draft {
  title: string
  folder: string
  tags: string[]
  turns: { say: string; checks: Check[] }[]
  line: number
}

/** Adds a line to the script it belongs to; gives what is wrong with it, if anything is. */
function add(script: Draft, line: string): string | undefined {
  const turn = script.turns.at(-1)
  const [, word = '', rest = ''] =
    /^(visitor|user|question|agent|answer|bot|folder|tags?)\s*:\s*(.*)$/i.exec(line) ?? []
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
  const check = /^[-*•]\s+(.+)$/.exec(line)?.[1]
  if (check !== undefined) {
    if (!turn) return 'A check without a turn: a line with “visitor:” comes first.'
    turn.checks.push(checkFromWords(check))
    return undefined
  }
  if (!turn) return 'A line that belongs nowhere: begin it with “visitor:”, or with “#” for the title of a script.'
  // A longer line of the visitor or the agent goes on.
  const last = turn.checks.at(-1)
  if (last?.kind === 'means') turn.checks[turn.checks.length - 1] = { ...last, text: `${last.text} ${line}` }
  else turn.say = `${turn.say} ${line}`
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

/** Checks by the word they begin with; what begins otherwise is a check in plain words. */
const BY_WORD: Readonly<Record<string, (text: string) => Check | undefined>> = {
  says: (text) => ({ kind: 'includes', text }),
  means: (text) => ({ kind: 'means', text }),
  cites: (source) => ({ kind: 'cites', source }),
  outcome: (text) => {
    const outcome = OUTCOMES.find((each) => each === text)
    return outcome && { kind: 'outcome', outcome }
  },
  words: (text) => (/^\d{1,4}$/.test(text) ? { kind: 'maxWords', words: Number(text) } : undefined),
  'passed on': () => ({ kind: 'handsOver' }),
  backed: () => ({ kind: 'grounded' }),
  matches: (pattern) => ({ kind: 'matches', pattern }),
  'asks for': (name) => ({ kind: 'asksFor', name }),
  duty: (name) => ({ kind: 'duty', name }),
  rule: (text) => ({ kind: 'rule', text }),
  tool: (name) => ({ kind: 'tool', name, holding: '' }),
}

function checkFromWords(written: string): Check {
  const [, not, soft, words = ''] = /^(not:\s*)?(warn:\s*)?(.*)$/i.exec(written)!
  const manner = { ...(not ? { not: true } : {}), ...(soft ? { soft: true } : {}) }
  const colon = words.indexOf(':')
  const [word, value] = colon < 0 ? [words, ''] : [words.slice(0, colon), words.slice(colon + 1)]
  const check = BY_WORD[word.trim().toLowerCase()]?.(unquoted(value.trim()))
  return { ...(check ?? { kind: 'plain', text: words.trim() }), ...manner }
}

/** Scripts as the text they can be read from again. */
export const scriptsAsText = (scripts: readonly Script[]): string => `${scripts.map(asText).join('\n\n')}\n`

const asText = ({ title, folder, tags, turns }: Script): string =>
  [
    `# ${title}`,
    ...(folder ? [`folder: ${folder}`] : []),
    ...(tags.length > 0 ? [`tags: ${tags.join(', ')}`] : []),
    ...turns.flatMap(({ say, checks }) => [
      `visitor: ${oneLine(say)}`,
      ...checks.map((check) => `- ${inWords(check)}`),
    ]),
  ].join('\n')

const oneLine = (text: string): string => text.replace(/\s*\n\s*/g, ' ')

function inWords(check: Check): string {
  const manner = `${(check.not === true) !== (check.kind === 'excludes') ? 'not: ' : ''}${check.soft ? 'warn: ' : ''}`
  return manner + oneLine(said(check))
}

function said(check: Check): string {
  switch (check.kind) {
    case 'includes':
    case 'excludes':
      return `says: “${check.text}”`
    case 'means':
      return `means: ${check.text}`
    case 'matches':
      return `matches: ${check.pattern}`
    case 'cites':
      return check.source ? `cites: ${check.source}` : 'cites'
    case 'outcome':
      return `outcome: ${check.outcome}`
    case 'maxWords':
      return `words: ${check.words}`
    case 'grounded':
      return 'backed'
    case 'handsOver':
      return 'passed on'
    case 'asksFor':
      return `asks for: ${check.name}`
    case 'duty':
      return `duty: ${check.name}`
    case 'rule':
      return `rule: ${check.text}`
    case 'tool':
      return `tool: ${check.name}`
    case 'manner':
      return `${check.dial} between ${check.from} and ${check.to}`
    case 'plain':
      return check.text
  }
}
