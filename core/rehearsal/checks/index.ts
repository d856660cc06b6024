/** What must be true of a reply: the kinds of check, each with its fields and its judge, in one list. */
import { z } from 'zod'
import { withoutMarkers } from '../../dialogue'
import * as doing from './doing'
import type { CheckedReply, Finding } from './kind'
import { plain } from './plain'
import * as wording from './wording'

export type { CheckedReply } from './kind'
export { meansTheSame } from './means'

const manner = { not: z.boolean().optional(), soft: z.boolean().optional() }
const of = <Kind extends string, Fields extends z.ZodRawShape>({ kind, fields }: { kind: Kind; fields: Fields }) =>
  z.object({ kind: z.literal(kind), ...fields, ...manner })

/** One thing that must be true of a reply; `not`: must not be; `soft`: a reply that fails it passes with a warning. */
export const checkSchema = z.discriminatedUnion('kind', [
  of(wording.includes),
  of(wording.excludes),
  of(wording.matches),
  of(wording.means),
  of(wording.maxWords),
  of(wording.manner),
  of(doing.cites),
  of(doing.outcome),
  of(doing.grounded),
  of(doing.handsOver),
  of(doing.asksFor),
  of(doing.duty),
  of(doing.rule),
  of(doing.tool),
  of(doing.insert),
  of(plain),
])
export type Check = z.infer<typeof checkSchema>

type AnyKind = { readonly judge: (check: never, turn: CheckedReply, text: string) => Finding }
const KINDS = new Map<string, AnyKind>(
  [...Object.values(wording), ...Object.values(doing), plain].map((kind) => [kind.kind, kind as AnyKind]),
)

/** Whether a check passed, and why, in a sentence. */
export interface Verdict {
  readonly passed: boolean
  readonly reason: string
  /** Set when nothing here can tell: then it does not count for anything. */
  readonly isUnjudged?: boolean
}

/** Holds a reply against one check. Text is compared without regard to case, spacing and the shape of quotes. */
export function judge(check: Check, turn: CheckedReply): Verdict {
  const { holds, reason, isUnjudged } = KINDS.get(check.kind)!.judge(check as never, turn, withoutMarkers(turn.reply))
  if (isUnjudged) return { passed: holds, reason, isUnjudged }
  return { passed: holds !== (check.not === true), reason }
}
