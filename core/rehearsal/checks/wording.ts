import { RE2JS } from 're2js'
import { z } from 'zod'
import { DIALS } from '../../brief'
import { soundOf } from '../../manner'
import { wordCount } from '../../text'
import { checkKind, finding, has, type Finding } from './kind'
import { meansTheSame } from './means'

const text = z.string().min(1).max(500)

/** Checks of what a reply says and how. */

export const includes = checkKind({
  kind: 'includes',
  fields: { text },
  judge: (check, _turn, reply) =>
    finding(has(reply, check.text), `The reply says “${check.text}”.`, `The reply does not say “${check.text}”.`),
})

export const excludes = checkKind({
  kind: 'excludes',
  fields: { text },
  judge: (check, _turn, reply) =>
    finding(!has(reply, check.text), `The reply does not say “${check.text}”.`, `The reply says “${check.text}”.`),
})

/**
 * Whether a reply holds a pattern, in time linear in its length (RE2): a pattern that a designer types must not stop the
 * server. Look-around and references back cannot be had that way.
 */
export const matches = checkKind({
  kind: 'matches',
  fields: { pattern: z.string().min(1).max(300) },
  judge({ pattern }, _turn, reply): Finding {
    try {
      const found = RE2JS.compile(pattern, RE2JS.CASE_INSENSITIVE).matcher(reply).find()
      return finding(found, `The reply matches “${pattern}”.`, `The reply does not match “${pattern}”.`)
    } catch {
      const reason = /\(\?(?:=|!|<=|<!)|\\[1-9]/.test(pattern)
        ? `“${pattern}” looks ahead, behind or back, which a pattern here cannot; write what the reply must hold.`
        : `“${pattern}” is not a valid pattern.`
      return { holds: false, reason, isUnjudged: true }
    }
  },
})

export const means = checkKind({
  kind: 'means',
  fields: { text: z.string().min(1).max(2000) },
  judge: (check, _turn, reply) => meansTheSame(reply, check.text),
})

export const maxWords = checkKind({
  kind: 'maxWords',
  fields: { words: z.number().int().min(1).max(5000) },
  judge({ words: most }, _turn, reply) {
    const count = wordCount(reply)
    return finding(
      count <= most,
      `${count} words, at most ${most}.`,
      `${count} words, ${count - most} more than ${most}.`,
    )
  },
})

const share = z.number().int().min(0).max(100)

/** How the reply sounds on one dial of the manner, from and to, of 100. */
export const manner = checkKind({
  kind: 'manner',
  fields: { dial: z.enum(DIALS), from: share.default(0), to: share.default(100) },
  judge({ dial, from, to }, _turn, reply): Finding {
    const heard = soundOf(reply).find((each) => each.dial === dial)
    if (!heard) return { holds: true, reason: `The reply is too short to tell its ${dial}.`, isUnjudged: true }
    const holds = heard.heard >= from && heard.heard <= to
    return {
      holds,
      reason: `The ${dial} of the reply is ${heard.heard} (${heard.told}); ${from} to ${to} is asked for.`,
    }
  },
})
