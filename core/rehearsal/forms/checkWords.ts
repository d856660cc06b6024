import { DIALS } from '../../brief'
import { OUTCOMES } from '../../dialogue'
import { SHOWN_KINDS } from '../../inserts'
import { unquoted } from '../../text'
import type { Check } from '../checks'

/** Checks by the word they begin with; what begins otherwise, or does not fit, is a check in plain words. */
const BY_WORD: Readonly<Record<string, (value: string) => Check | undefined>> = {
  says: (value) => ({ kind: 'includes', text: unquoted(value) }),
  means: (value) => ({ kind: 'means', text: unquoted(value) }),
  cites: (value) => ({ kind: 'cites', source: unquoted(value) }),
  outcome: (value) => {
    const outcome = OUTCOMES.find((each) => each === unquoted(value))
    return outcome && { kind: 'outcome', outcome }
  },
  words: (value) => (/^\d{1,4}$/.test(value) ? { kind: 'maxWords', words: Number(value) } : undefined),
  manner: (value) => {
    const [, dial, from, to] = /^(\w+) (\d{1,3}) to (\d{1,3})$/.exec(value) ?? []
    const known = DIALS.find((each) => each === dial)
    return known && { kind: 'manner', dial: known, from: Number(from), to: Number(to) }
  },
  'passed on': () => ({ kind: 'handsOver' }),
  backed: () => ({ kind: 'grounded' }),
  matches: (value) => ({ kind: 'matches', pattern: unquoted(value) }),
  'asks for': (value) => ({ kind: 'asksFor', name: unquoted(value) }),
  duty: (value) => ({ kind: 'duty', name: unquoted(value) }),
  rule: (value) => ({ kind: 'rule', text: unquoted(value) }),
  tool: (value) => {
    const [name = '', holding = ''] = value.split(/ with (?=[“"])/)
    return { kind: 'tool', name: unquoted(name), holding: unquoted(holding) }
  },
  shows: (value) => {
    const [kind = '', holding = ''] = value.split(/ with (?=[“"])/)
    const shows = unquoted(kind) || 'any'
    const shown = ([...SHOWN_KINDS, 'any'] as const).find((each) => each === shows)
    return shown && { kind: 'insert', shows: shown, holding: unquoted(holding) }
  },
  'in words': (value) => ({ kind: 'plain', text: value }),
}

/** A check from what is written after its dash: "not: says: cheap". */
export function checkFromWords(written: string): Check {
  const [, not, soft, words = ''] = /^(not:\s*)?(warn:\s*)?([\s\S]*)$/i.exec(written)!
  const manner = { ...(not ? { not: true } : {}), ...(soft ? { soft: true } : {}) }
  const colon = words.indexOf(':')
  const [word, value] = colon < 0 ? [words, ''] : [words.slice(0, colon), words.slice(colon + 1)]
  const check = BY_WORD[word.trim().toLowerCase()]?.(value.trim())
  return { ...(check ?? { kind: 'plain', text: words.trim() }), ...manner }
}

/** A check in the words it can be read from again. */
export function checkInWords(check: Check): string {
  const manner = `${(check.not === true) !== (check.kind === 'excludes') ? 'not: ' : ''}${check.soft ? 'warn: ' : ''}`
  return manner + said(check)
}

/** Quoted where it would be read otherwise. */
const value = (text: string): string => (/^[\s“"]|[\s”"]$/.test(text) ? `“${text}”` : text)

function said(check: Check): string {
  switch (check.kind) {
    case 'includes':
    case 'excludes':
      return `says: “${check.text}”`
    case 'means':
      return `means: ${value(check.text)}`
    case 'matches':
      return `matches: ${value(check.pattern)}`
    case 'cites':
      return check.source ? `cites: ${value(check.source)}` : 'cites'
    case 'outcome':
      return `outcome: ${check.outcome}`
    case 'maxWords':
      return `words: ${check.words}`
    case 'grounded':
      return 'backed'
    case 'handsOver':
      return 'passed on'
    case 'asksFor':
      return check.name ? `asks for: ${value(check.name)}` : 'asks for'
    case 'duty':
      return check.name ? `duty: ${value(check.name)}` : 'duty'
    case 'rule':
      return `rule: ${value(check.text)}`
    case 'tool':
      return `tool: ${value(check.name)}${check.holding ? ` with “${check.holding}”` : ''}`
    case 'insert':
      return `shows${check.shows === 'any' ? '' : `: ${check.shows}`}${check.holding ? `${check.shows === 'any' ? ': any' : ''} with “${check.holding}”` : ''}`
    case 'manner':
      return `manner: ${check.dial} ${check.from} to ${check.to}`
    case 'plain':
      return isReadAs(check.text) ? check.text : `in words: ${check.text}`
  }
}

/** Whether plain words stay plain words when they are read. */
function isReadAs(text: string): boolean {
  const read = checkFromWords(text)
  return read.kind === 'plain' && read.text === text && !read.not && !read.soft
}
