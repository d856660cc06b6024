/** What a tool is, its call and result, what it asks for and how what came of it is told, and tools that need nothing outside. */
export { calculator } from './calculator'
export { today } from './today'
export { fenced, resultIn } from './fence'
export { fieldsOf, inputFrom, LEFT_OUT, type InputField } from './inputs'
export { standInTool, type StandIn } from './standIn'
export { timesIn } from './showing'
export { partAt, tellResult } from './tell'
export type { Schema, Tool, ToolCall, ToolDescription, ToolResult } from './tool'
