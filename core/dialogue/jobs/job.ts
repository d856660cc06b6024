import { toolsNamedIn, type Brief } from '../../brief'
import { overlap, senseOf, subjectOf } from '../../calling'
import type { AnswerKind } from '../../reading'
import { fieldsOf, type Tool } from '../../tools'
import type { TurnContext } from '../turn'
import type { Slot } from './slots'

/** A tool with what the brief says of it. */
export interface UsedTool {
  readonly tool: Tool
  readonly entry: Brief['tools'][number]
  readonly at: number
}

/** Something the agent does across turns: a duty, or a tool by itself. Both ask for what they need, one thing at a time. */
export interface Job {
  readonly id: string
  readonly name: string
  readonly when: string
  readonly like: readonly string[]
  readonly unlike: readonly string[]
  readonly ask: readonly Slot[]
  readonly steps: string
  /** What is used once all is there, in its order. */
  readonly tools: readonly UsedTool[]
  /** Where it stands in the brief: "duties.2", "tools.0". */
  readonly field: string
  /** What is missing is asked for all at once. */
  readonly asForm: boolean
  /** A tool by itself asks for what it cannot do without, and tells its result and nothing else. */
  readonly isTool: boolean
}

const TOOL = 'tool:'
/** The id of the job that a tool by itself is. */
export const jobOfTool = (name: string): string => TOOL + name

/** The tools of the brief that are at hand. */
export const usedTools = ({ brief, tools = [] }: TurnContext): UsedTool[] =>
  brief.tools.flatMap((entry, at): UsedTool[] => {
    const tool = entry.enabled ? tools.find(({ name }) => name === entry.id) : undefined
    return tool ? [{ tool, entry, at }] : []
  })

/** Everything the agent does across turns: duties first, then tools by themselves. */
export function jobsOf(context: TurnContext): Job[] {
  const used = usedTools(context)
  const duties = context.brief.duties.flatMap((duty, at): Job[] => {
    if (!duty.enabled) return []
    const named = [...duty.tools, ...toolsNamedIn(duty.steps)]
    const tools = [...new Set(named)].flatMap((name) => used.filter(({ entry }) => entry.id === name))
    return [
      {
        id: duty.id,
        name: duty.name,
        when: duty.when.trim() || duty.name,
        like: duty.examples,
        unlike: duty.unlike,
        ask: withNeeds(duty.ask, tools),
        steps: duty.steps,
        tools,
        field: `duties.${at}`,
        asForm: duty.asForm,
        isTool: false,
      },
    ]
  })
  return [...duties, ...used.map(jobOf)]
}

/** Whether a line can call for a job: a tool without an occasion of its own is for duties that name it, and for models. */
export const hasOccasion = ({ isTool, tools }: Job): boolean =>
  !isTool || tools.some(({ entry }) => [entry.when, ...entry.like].some((text) => text.trim() !== ''))

/** What a duty asks for, and beside it what its tools cannot do without. */
function withNeeds(asked: readonly Slot[], tools: readonly UsedTool[]): readonly Slot[] {
  const needed = tools.flatMap(({ tool }) => fieldsOf(tool.parameters))
  const own = asked.map((slot) => {
    const choices = needed.find(({ name }) => name === slot.name)?.choices
    return choices && slot.type === 'choice' ? { ...slot, choices } : slot
  })
  return [
    ...own,
    ...needed.filter(
      ({ name, required }, at) =>
        required && !asked.some((slot) => slot.name === name) && needed.findIndex((each) => each.name === name) === at,
    ),
  ]
}

const jobOf = (used: UsedTool): Job => {
  const { tool, entry, at } = used
  const name = tool.title ?? tool.name
  return {
    id: jobOfTool(tool.name),
    name,
    when: entry.when.trim() || name,
    like: entry.like,
    unlike: entry.unlike,
    ask: fieldsOf(tool.parameters),
    steps: '',
    tools: [used],
    field: `tools.${at}`,
    asForm: false,
    isTool: true,
  }
}

/** How near a line is to a job's name, occasion or one of its sample lines: tells jobs of one subject apart. */
export function nearOf(line: string, { name, when, like }: Job): number {
  const said = senseOf(line)
  return Math.max(
    0,
    ...[name, subjectOf(when), ...like]
      .filter((text) => text.trim() !== '')
      .map((text) => overlap(senseOf(text), said)),
  )
}

/** Questions that want information are answered, whatever duty they are near, unless one is a sample line of its. */
export const INFORMATION: ReadonlySet<AnswerKind> = new Set([
  'money',
  'time',
  'duration',
  'count',
  'measure',
  'reason',
  'person',
  'place',
  'summary',
  'comparison',
  'meaning',
  'howTo',
  'list',
  'choice',
])
