import { z } from 'zod'
import type { ToolResult } from '@parrot/core/tools'
import type { ToolOperation, ToolTried } from '@parrot/contract'
import type { Services } from '../../services'
import type { ToolRow } from '../queries'
import type { Reach } from '../reach'

/** For whom a tool is called: the agent, and the conversation with a visitor; neither where a designer tries it. */
export interface Caller {
  readonly agentId: string | null
  readonly conversationId: string | null
}

/** One call, with what it takes. */
export interface Calling {
  readonly means: Services
  readonly row: ToolRow
  readonly operation: ToolOperation
  readonly input: Readonly<Record<string, unknown>>
  readonly secret: string | undefined
  readonly limits: Reach
  readonly caller: Caller
  /** Only what would be sent is wanted. */
  readonly isDry: boolean
}

/** What a call came to: what was sent, as it may be shown, and what came of it; null where it was only shown. */
export interface Done {
  readonly sent: ToolTried['request']
  readonly result: ToolResult | null
}

/** A kind of tool that the product knows itself: what it can do, and how it does it. */
export interface ToolKindAtHand {
  /** What it offers, by its settings. */
  readonly operations: (
    row: Pick<ToolRow, 'name' | 'url' | 'settings'>,
    means: Services,
  ) => readonly ToolOperation[] | Promise<readonly ToolOperation[]>
  readonly call: (calling: Calling) => Promise<Done>
  /** Takes back what a call with that input did for the conversation, where that can be. */
  readonly takeBack?: (calling: Omit<Calling, 'isDry' | 'limits' | 'secret'>) => Promise<ToolResult>
}

const text = (question: string, format?: string) => ({ type: 'string', title: question, ...(format ? { format } : {}) })

/** An operation with its inputs as questions; those behind "?" may be left out. */
export const operation = (
  name: string,
  title: string,
  description: string,
  inputs: Readonly<Record<string, readonly [question: string, format?: string]>>,
  more: Partial<ToolOperation> = {},
): ToolOperation => ({
  name,
  title,
  description,
  input: {
    type: 'object',
    properties: Object.fromEntries(
      Object.entries(inputs).map(([key, [question, format]]) => [key.replace('?', ''), text(question, format)]),
    ),
    required: Object.keys(inputs).filter((key) => !key.endsWith('?')),
  } as ToolOperation['input'],
  changes: false,
  isOn: true,
  take: '',
  standIn: null,
  // Its own name, whatever it is called where two tools offer the same.
  request: { method: 'GET', url: name, query: {}, headers: {}, body: null },
  ...more,
})

export const failed = (words: string): ToolResult => ({ text: words, isFailed: true })
/** Whether a text is one e-mail address. */
export const isAddress = (value: string): boolean => z.email().safeParse(value).success
export const textOf = (value: unknown, most = 2000): string =>
  typeof value === 'string' ? value.trim().slice(0, most) : ''
