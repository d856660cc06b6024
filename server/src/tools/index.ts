/** Tools of the workspace: where they come from, how they are called, and what a turn may call. */
export { toolRoutes } from './routes'
export { troubleWithTools } from './trouble'
export { forgetCalls, listTools } from './queries'
export { rehearsedTools, standInsFor, toolsFor, type Noting } from './turnTools'
export { keepReminding } from './kinds'
