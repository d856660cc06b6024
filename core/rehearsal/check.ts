import { RE2JS } from 're2js'
import { wordCount } from '../text'
import { withoutMarkers, type Citation, type HandOver, type Outcome } from '../dialogue'
import type { Check } from './script'

/** What a check is held against. */
export interface CheckedReply {
  readonly reply: string
  readonly outcome: Outcome
  readonly citations: readonly Citation[]
  readonly handOver?: HandOver
}

/** Whether a check passed, and why, in a sentence. */
export interface Verdict {
  readonly passed: boolean
  readonly reason: string
}

/** Holds a reply against one check. Text is compared without regard to case, spacing and the shape of quotes. */
export function judge(check: Check, { reply, outcome, citations, handOver }: CheckedReply): Verdict {
  const plain = withoutMarkers(reply)
  switch (check.kind) {
    case 'includes':
      return verdict(
        has(plain, check.text),
        `The reply says “${check.text}”.`,
        `The reply does not say “${check.text}”.`,
      )
    case 'excludes':
      return verdict(
        !has(plain, check.text),
        `The reply does not say “${check.text}”.`,
        `The reply says “${check.text}”.`,
      )
    case 'matches':
      return matches(check.pattern, plain)
    case 'cites':
      return cites(check.source, citations)
    case 'outcome':
      return verdict(
        outcome === check.outcome,
        `The outcome is ${outcome}.`,
        `The outcome is ${outcome}, not ${check.outcome}.`,
      )
    case 'handsOver':
      return verdict(
        handOver !== undefined,
        `The conversation was passed on to ${handOver?.to || 'a person'}.`,
        'The conversation was not passed on.',
      )
    case 'maxWords': {
      const count = wordCount(plain)
      return verdict(
        count <= check.words,
        `${count} words, at most ${check.words}.`,
        `${count} words, ${count - check.words} more than ${check.words}.`,
      )
    }
  }
}

const verdict = (passed: boolean, yes: string, no: string): Verdict => ({ passed, reason: passed ? yes : no })

const comparable = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[‘’]/g, "'")
    .replace(/[“”]/g, '"')
    .replace(/[\s\u00a0]+/g, ' ')
    .trim()

const has = (reply: string, text: string): boolean => comparable(reply).includes(comparable(text))

/**
 * Whether a reply holds a pattern, in time linear in its length (RE2): a pattern that a designer types must not stop the
 * server. Look-around and references back cannot be had that way.
 */
function matches(pattern: string, reply: string): Verdict {
  try {
    const found = RE2JS.compile(pattern, RE2JS.CASE_INSENSITIVE).matcher(reply).find()
    return verdict(found, `The reply matches “${pattern}”.`, `The reply does not match “${pattern}”.`)
  } catch {
    const isTooMuch = /\(\?[=!<]|\\\d/.test(pattern)
    return {
      passed: false,
      reason: isTooMuch
        ? `“${pattern}” looks ahead, behind or back, which a pattern here cannot; write what the reply must hold.`
        : `“${pattern}” is not a valid pattern.`,
    }
  }
}

function cites(source: string, citations: readonly Citation[]): Verdict {
  if (citations.length === 0) return { passed: false, reason: 'The reply cites nothing.' }
  const titles = [...new Set(citations.map((citation) => citation.sourceTitle))]
  const listed = titles.map((title) => `“${title}”`).join(', ')
  if (source.trim() === '') return { passed: true, reason: `The reply cites ${listed}.` }
  const passed = titles.some((title) => has(title, source))
  return verdict(passed, `The reply cites ${listed}.`, `The reply cites ${listed}, not “${source}”.`)
}
