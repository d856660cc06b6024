import type { Brief, PromptLine } from '../brief'
import type { Support } from '../grounding'
import type { Insert } from '../inserts'
import type { Locator } from '../library'
import type { Reading } from '../reading'
import type { ScorePart } from '../retrieval'
import type { Tool, ToolCall, ToolResult } from '../tools'
import type { Colleague } from './colleagues'
import type { Examined } from './examine'
import type { Memory } from './memory'
import type { CalledRule } from './rules'
import type { ChatMessage, Model, Usage } from './model'

/** How a turn ended; "offered" shows what comes nearest and says that it may not answer. */
export const OUTCOMES = ['answered', 'offered', 'clarified', 'declined', 'unknown', 'chatted', 'acted'] as const
export type Outcome = (typeof OUTCOMES)[number]

/** What was said before: one exchange of a conversation. */
export interface Exchange {
  readonly said: string
  readonly reply: string
  /** The line as it was understood, follow-ups resolved. */
  readonly question: string
  readonly outcome?: Outcome
  /** What the agent knew after this exchange. */
  readonly memory?: Memory
}

/** A passage the library gives for a question, with why. */
export interface FoundPassage {
  readonly passageId: string
  readonly sourceId: string
  readonly sourceTitle: string
  readonly text: string
  readonly headings: readonly string[]
  readonly locator: Locator
  /** The day its source was last read, YYYY-MM-DD, where that is known. */
  readonly asOf?: string
  readonly score: number
  readonly parts: readonly ScorePart[]
  /** Share of what the question is about that the passage holds, 0..1. */
  readonly coverage: number
}

/** Where a passage stands, for a prompt or a person: source, headings, and place in the original, none of them twice. */
export const placeOf = (passage: Pick<FoundPassage, 'sourceTitle' | 'headings' | 'locator'>): string =>
  [...new Set([passage.sourceTitle, ...passage.headings, passage.locator.label])].join(' › ').replace(/\s+/g, ' ')

/** The library as a turn sees it. */
export interface LibraryPort {
  search(question: string, limit: number): Promise<readonly FoundPassage[]> | readonly FoundPassage[]
  /** The passage that stands before one in its source, if there is one. */
  before?(passageId: string): FoundPassage | undefined
  /** All passages of a source in their order, and the sources there are. */
  whole?(sourceId: string): readonly FoundPassage[]
  sourceIds?(): readonly string[]
  /** How rare a stem is in the library, 0 for everywhere to 1 for nowhere. */
  rarity?(stem: string): number
  /** Puts slips of the pen right by the library's own words; a library that cannot leaves it out. */
  correct?(
    question: string,
    known?: ReadonlySet<string>,
  ): { text: string; changed: readonly { from: string; to: string }[] }
}

/** Where one citation of a reply points. `quote` stands word for word in the passage. */
export interface Citation {
  readonly marker: number
  readonly passageId: string
  readonly sourceId: string
  readonly sourceTitle: string
  readonly headings: readonly string[]
  readonly quote: string
  readonly locator: Locator
}

/** That a person is to take over, to whom when the brief says so, and the field of the brief that asks for it. */
export interface HandOver {
  /** Empty when the brief names nobody. */
  readonly to: string
  readonly field: string
}

/** One line under a step of the workings; it may point at a passage or at a field of the brief. */
export interface WorkingDetail {
  readonly label: string
  readonly text: string
  readonly passageId?: string
  readonly sourceId?: string
  readonly field?: string
  /** The words of the reply it led to. */
  readonly words?: readonly string[]
  /** It was looked at and did not lead to the reply: a rule that was nearly called for. */
  readonly isAside?: boolean
}

/** One step of how an answer was made: what it did in one sentence, the details, and how long it took. */
export interface Working {
  readonly step: string
  /** What the screens call the step. */
  readonly title: string
  readonly summary: string
  readonly details: readonly WorkingDetail[]
  readonly tookMs: number
}

/** A calendar day, for rules and duties that speak of dates: "2027-03-12", and 0 for Monday to 6 for Sunday. */
export interface Today {
  readonly date: string
  readonly weekday: number
}

/** The day that a moment falls on where this runs. */
export function dayOf(moment: Date): Today {
  const two = (part: number) => String(part).padStart(2, '0')
  return {
    date: `${moment.getFullYear()}-${two(moment.getMonth() + 1)}-${two(moment.getDate())}`,
    weekday: (moment.getDay() + 6) % 7,
  }
}

/** One call of a tool, and what came of it. */
export interface ToolUse {
  readonly call: ToolCall
  readonly result: ToolResult
  readonly tookMs: number
}

/** Something that is ready to be done, and waits until somebody of the team agrees. */
export interface Held {
  /** The duty or tool it is, by its id and by what people call it. */
  readonly jobId: string
  readonly name: string
  /** What was collected for it. */
  readonly filled: Readonly<Record<string, string>>
  /** What a model wants its tool called with, where the model put it together. */
  readonly input?: Readonly<Record<string, unknown>>
  /** The colleagues it went through, the one who does it last; empty where the agent itself does. */
  readonly path: readonly string[]
}

/** People who answer beside the agent. */
export interface People {
  readonly isThere: boolean
  /** What the visitor hears; empty for the language's own words. */
  readonly says: string
}

/** What a turn needs from outside. */
export interface TurnContext {
  readonly brief: Brief
  readonly library: LibraryPort
  readonly model: Model
  readonly conversation: readonly Exchange[]
  /** Agents who may take the line. */
  readonly colleagues?: readonly Colleague[]
  /** What the model may call. */
  readonly tools?: readonly Tool[]
  /** Milliseconds of a monotonic clock. */
  readonly clock: () => number
  /** Today where the visitor is; without it, conditions on dates never hold. */
  readonly today?: Today
  /** Values for the brief's variables. */
  readonly variables?: Readonly<Record<string, string>>
  /** What the visitor filled in of themselves in a form. */
  readonly visitor?: { readonly name?: string; readonly email?: string; readonly phone?: string }
  /** Who hears the reply: a visitor, or a person who reviews it. Left out: a visitor. */
  readonly audience?: 'visitor' | 'reviewer'
  /** Whether somebody is there to answer in person, and what is said of it; left out where nobody ever does. */
  readonly people?: People
  /** Takes back what waits for the team; false where it is too late. Left out: what waits is only in the conversation. */
  readonly withdraw?: (held: Held) => Promise<boolean>
  /** No visitor is there to say yes: what wants a yes of theirs waits for the team as well. */
  readonly isUnattended?: boolean
  readonly signal?: AbortSignal
  /** Called with what the visitor is told while a tool works. */
  readonly onDoing?: (text: string) => void
  /** Called with each piece of text while the model speaks. */
  readonly onText?: (text: string) => void
  readonly onWorking?: (working: Working) => void
}

/** A turn on its way: each step gives the next state and never changes the one it got. */
export interface TurnState {
  readonly said: string
  /** What is read of it: all, or how a very long one begins and ends. */
  readonly line: string
  /** The line as it is understood: slips put right, follow-ups resolved, parts that are declined left out. */
  readonly question: string
  /** That line, read once. */
  readonly reading: Reading
  readonly called: readonly CalledRule[]
  readonly calledIfUnknown: readonly CalledRule[]
  readonly found: readonly FoundPassage[]
  /** The passages as the prompt numbers them, from 1. */
  readonly given: readonly FoundPassage[]
  readonly messages: readonly ChatMessage[]
  /** The brief as the model was given it, line by line. */
  readonly briefed: readonly PromptLine[]
  readonly reply: string
  /** The model's reply, examined sentence by sentence. */
  readonly examined?: Examined
  /** Whether a listener heard any of it. */
  readonly hasSent?: boolean
  /** Why the model's answer ended too early, where it did. */
  readonly broke?: string
  /** What was called in this turn, and what came back. */
  readonly uses: readonly ToolUse[]
  /** What became ready in this turn and waits for the team. */
  readonly held: readonly Held[]
  /** What each request of this turn took. */
  readonly usage: readonly Usage[]
  /** Words that are said after the model's, such as a boundary's reply to one part of the line. */
  readonly afterwards: readonly string[]
  readonly citations: readonly Citation[]
  /** What the reply shows beside its text. */
  readonly inserts: readonly Insert[]
  readonly support: readonly Support[]
  readonly outcome: Outcome
  /** How the turn ended by what the model itself says of it. */
  readonly told?: Outcome
  /** What the agent knows after this turn. */
  readonly memory: Memory
  /** Set when the brief has a person take over. */
  readonly handOver?: HandOver
  /** Set when the turn takes its time: it looks up more, and holds what it finds against each other. */
  readonly isDeliberate: boolean
  /** Set when the reply stands and the remaining steps are to be left out. */
  readonly isSettled: boolean
  readonly workings: readonly Working[]
}

/** What a step reports about itself; the pipeline adds its name, its title and its time. */
export type Report = Pick<Working, 'summary' | 'details'>

/** What a step of the pipeline does: from the state so far to the next, with a report when there is something to tell. */
export type Step = (state: TurnState, context: TurnContext) => Promise<StepResult> | StepResult

export interface StepResult {
  readonly state: TurnState
  readonly report?: Report
}

/** A state with another line to be understood, read anew. */
export const withQuestion = (state: TurnState, question: string, reading: Reading): TurnState => ({
  ...state,
  question,
  reading,
})
