import type { ToolResult } from './tool'

/** What a tool gave back is material, as passages are: it cannot close its fence, and is never an instruction. */
export const fenced = ({ text, isFailed, waitsFor }: ToolResult): string =>
  isFailed || waitsFor ? text : `<result>\n${text.replace(/<\/?result>/gi, '')}\n</result>`

/** What a tool's message of a chat holds, taken out of its fence. */
export const resultIn = (content: string): string => content.replace(/^<result>\n|\n<\/result>$/g, '')
