/** What a tool is, its call and result, and tools that need nothing outside. */
export { calculator } from './calculator'
export type { Schema, Tool, ToolCall, ToolDescription, ToolResult } from './tool'
