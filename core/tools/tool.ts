/** A value as JSON Schema (2020-12) describes it; only what tools need. */
export interface Schema {
  readonly type: 'object' | 'string' | 'number' | 'boolean' | 'array'
  readonly description?: string
  readonly properties?: Readonly<Record<string, Schema>>
  readonly required?: readonly string[]
  readonly enum?: readonly string[]
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
}

/** A tool that can be called. It throws nothing: what goes wrong is told in its result. */
export interface Tool extends ToolDescription {
  call(input: unknown, signal?: AbortSignal): Promise<ToolResult> | ToolResult
}
