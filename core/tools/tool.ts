import type { Insert, MadeInsert } from '../inserts'

/** A value as JSON Schema (2020-12) describes it: what is read of it here; the rest goes to models as it is. */
export interface Schema {
  readonly type?: string | readonly string[]
  readonly title?: string
  readonly description?: string
  readonly format?: string
  readonly default?: unknown
  readonly properties?: Readonly<Record<string, Schema>>
  readonly required?: readonly string[]
  readonly enum?: readonly unknown[]
  readonly items?: Schema
}

/** A tool as a model is told of it. */
export interface ToolDescription {
  readonly name: string
  readonly description: string
  readonly parameters: Schema
}

/** What a model wants called; `input` is what it sent, parsed, or its text where it is no JSON. */
export interface ToolCall {
  readonly id: string
  readonly name: string
  readonly input: unknown
}

/** What came back, as the model reads it. */
export interface ToolResult {
  readonly text: string
  readonly isFailed?: boolean
  /** The same as a value, where what came back has parts. */
  readonly value?: unknown
  /** Nobody outside was asked: the answer was recorded or written for tests. */
  readonly isStandIn?: boolean
  /** What the workings tell of it beside its text; no model sees it. */
  readonly note?: string
  /** What it shows the visitor beside the words. */
  readonly shows?: Pick<MadeInsert, 'insert' | 'grounds'>
  /** It failed for what it was given: these inputs are asked for again. */
  readonly asksAgain?: readonly string[]
  /** It was not done: the visitor is asked first, or whoever reads the logbook. */
  readonly waitsFor?: 'visitor' | 'team'
}

/** A tool that can be called. It throws nothing: what goes wrong is told in its result. */
export interface Tool extends ToolDescription {
  /** What people call it; the name where it is left out. */
  readonly title?: string
  /** Which of the services outside it belongs to: what one call gave back, another of the same may need. */
  readonly service?: string
  /** It changes something outside: it is never done twice with the same in one conversation. */
  readonly changes?: boolean
  call(input: unknown, signal?: AbortSignal): Promise<ToolResult> | ToolResult
  /** Takes back what a call with that input did, where that can be; the result has failed where it is too late. */
  takeBack?(input: unknown, signal?: AbortSignal): Promise<ToolResult> | ToolResult
  /** What there is to choose from for one of its inputs, beside the question for it, by what is known already. */
  offer?(input: string, known: Readonly<Record<string, string>>): Promise<Insert | undefined>
}
