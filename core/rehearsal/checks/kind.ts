import type { z } from 'zod'
import type { TurnState } from '../../dialogue'

/** What a check is held against: a reply, and what is known of how it came to be. */
export type CheckedReply = Pick<TurnState, 'reply' | 'outcome' | 'citations'> &
  Partial<Pick<TurnState, 'said' | 'handOver' | 'support' | 'memory' | 'called' | 'uses' | 'workings' | 'inserts'>>

/** Whether something holds of a reply, and the fact that tells, in a sentence. */
export interface Finding {
  readonly holds: boolean
  readonly reason: string
  /** Set when nothing here can tell. */
  readonly isUnjudged?: boolean
}

/** One kind of check: what it is filled in with, and how it is judged. `text` is the reply without its markers. */
export interface CheckKind<Kind extends string, Fields extends z.ZodRawShape> {
  readonly kind: Kind
  readonly fields: Fields
  readonly judge: (fields: z.infer<z.ZodObject<Fields>>, turn: CheckedReply, text: string) => Finding
}

/** A kind of check with the types of its fields. */
export const checkKind = <Kind extends string, Fields extends z.ZodRawShape>(
  kind: CheckKind<Kind, Fields>,
): CheckKind<Kind, Fields> => kind

/** A finding from a fact and how it reads where it holds and where it does not. */
export const finding = (holds: boolean, yes: string, no: string): Finding => ({ holds, reason: holds ? yes : no })

/** The questions that a text asks. */
export const questionsIn = (text: string): readonly string[] => text.match(/[^.!?\n]*\?/g) ?? []

const comparable = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[‘’]/g, "'")
    .replace(/[“”]/g, '"')
    .replace(/[\s\u00a0]+/g, ' ')
    .trim()

/** Whether a text holds another, without regard to case, spacing and the shape of quotes. */
export const has = (text: string, part: string): boolean => comparable(text).includes(comparable(part))
