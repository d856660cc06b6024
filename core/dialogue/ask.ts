import { Examiner, type Examined } from './examine'
import type { Tool, ToolCall, ToolDescription } from '../tools'
import { ModelProblem, type ChatMessage, type ModelEvent, type TurnForModel, type Usage } from './model'
import { awaiting, callTools, MOST_ROUNDS, roundMessages, useDetail } from './jobs'
import type { Outcome, Step, ToolUse, TurnContext, TurnState, WorkingDetail } from './turn'
import { unbackedIn } from './unbacked'

/** Lets the model answer, handing on each sentence once it ended and passed; its notes go to the workings. */
export const askModel: Step = async (state, context) => {
  // A draft that is looked at once more is not sent.
  const send = isLookedAtAgain(state, context) ? undefined : context.onText
  const spoken = await speak(state.messages, state, context, send, turnFor(state, context))
  return {
    state: {
      ...awaiting(withSpoken(state, spoken), context),
      ...(spoken.outcome === undefined ? {} : { told: spoken.outcome }),
    },
    report: {
      summary: `${context.model.name} answered.`,
      details: [...spoken.notes.map(detailOf), ...spokenDetails(spoken)],
    },
  }
}

/** A state whose reply is what a model just said. */
export function withSpoken(state: TurnState, { text, examined, hasSent, broke, usage, uses }: Spoken): TurnState {
  const { broke: _before, ...rest } = state
  return {
    ...rest,
    reply: text,
    examined,
    hasSent,
    ...(broke === undefined ? {} : { broke }),
    usage: [...state.usage, ...usage],
    uses: [...state.uses, ...uses],
  }
}

/** What one request called, how it ended too early, and what it took. */
export const spokenDetails = ({ uses, broke, usage }: Spoken): WorkingDetail[] => [
  ...uses.map(useDetail),
  ...(broke === undefined ? [] : [{ label: 'Broke off', text: broke }]),
  ...usage.map(usageDetail),
]

/** Whether a model that can do better has a draft of its own looked at before anybody hears it. */
export const isLookedAtAgain = (state: TurnState, { model }: TurnContext): boolean =>
  state.isDeliberate && model.canRevise === true

/** What a model said to one request, examined. */
export interface Spoken {
  readonly text: string
  readonly examined: Examined
  /** Whether a listener heard any of it. */
  readonly hasSent: boolean
  readonly notes: readonly Extract<ModelEvent, { kind: 'note' }>[]
  readonly outcome?: Outcome
  readonly usage: readonly Usage[]
  readonly uses: readonly ToolUse[]
  /** Why the answer ended too early, where it did. */
  readonly broke?: string
}

/**
 * Lets a model speak to the end of its answer, doing what it wants called and handing on each sentence that passed. One
 * that fails after it has begun to speak has broken off; one that fails before throws its ModelProblem.
 */
export async function speak(
  messages: readonly ChatMessage[],
  state: TurnState,
  context: TurnContext,
  send?: (text: string) => void,
  turn?: TurnForModel,
): Promise<Spoken> {
  const { model, signal, tools, brief } = context
  const unbacked = unbackedIn(state, context)
  const examiner = new Examiner(
    state,
    context,
    {
      holdsUnbacked: unbacked !== 'mark',
      stopsAtFirst: unbacked === 'askAgain',
      isOutside: model.canRevise === true,
      hasEmoji: brief.manner.format.emoji,
    },
    send,
  )
  let text = ''
  let outcome: Outcome | undefined
  let broke: string | undefined
  let said = messages
  const uses: ToolUse[] = []
  const notes: Extract<ModelEvent, { kind: 'note' }>[] = []
  const usage: Usage[] = []
  try {
    for (let round = 0; ; round++) {
      let calls: readonly ToolCall[] = []
      let spoken = ''
      // In the last round nothing may be called, so that there is an answer.
      const offered = round < MOST_ROUNDS && tools?.length ? { tools: tools.map(described) } : {}
      for await (const event of model.answer({ messages: said, ...(turn ? { turn } : {}), ...offered }, signal)) {
        if (event.kind === 'note') notes.push(event)
        else if (event.kind === 'outcome') outcome = event.outcome
        else if (event.kind === 'usage') usage.push(event.usage)
        else if (event.kind === 'pause') examiner.pause()
        else if (event.kind === 'cut') broke = event.because
        else if (event.kind === 'calls') calls = [...calls, ...event.calls]
        else {
          spoken += event.text
          text += event.text
          examiner.hear(event.text)
        }
      }
      if (calls.length === 0 || round >= MOST_ROUNDS) break
      const done = await callTools(calls, [...state.uses, ...uses], state.memory, context)
      uses.push(...done)
      for (const use of done) examiner.learn(use)
      said = [...said, ...roundMessages(spoken, done)]
    }
  } catch (error) {
    if (!(error instanceof ModelProblem) || text.trim() === '') throw error
    broke = error.message
  }
  return {
    text: text.trim(),
    examined: examiner.end(broke !== undefined),
    hasSent: examiner.hasSent,
    notes,
    usage,
    uses,
    ...(outcome === undefined ? {} : { outcome }),
    ...(broke === undefined ? {} : { broke }),
  }
}

const described = ({ name, description, parameters }: Tool): ToolDescription => ({ name, description, parameters })

/** A fraction of a cent is told with its first figures. */
const FIGURES = 2
const usageDetail = ({ prompt, completion, isReckoned, cost }: Usage): WorkingDetail => ({
  label: 'Tokens',
  text: `${isReckoned ? 'about ' : ''}${prompt} in the prompt, ${completion} in the answer${
    cost === undefined ? '' : `; ${cost.currency}${Number(cost.amount.toPrecision(FIGURES))}`
  }`,
})

function detailOf({ text, field, words }: Extract<ModelEvent, { kind: 'note' }>): WorkingDetail {
  const [label, ...rest] = text.split(': ')
  const detail = rest.length > 0 ? { label: label!, text: rest.join(': ') } : { label: 'Note', text }
  return { ...detail, ...(field === undefined ? {} : { field }), ...(words?.length ? { words } : {}) }
}

/** The turn as the built-in model gets it beside the messages. */
const turnFor = (state: TurnState, { brief, library, conversation, variables }: TurnContext): TurnForModel => ({
  brief,
  act: state.reading.act,
  signals: state.reading.signals,
  line: state.question,
  questions: state.reading.questions,
  found: state.given,
  memory: state.memory,
  conversation,
  called: state.called,
  calledIfUnknown: state.calledIfUnknown,
  isDeliberate: state.isDeliberate,
  variables: Object.fromEntries(brief.variables.map(({ name, fallback }) => [name, variables?.[name] ?? fallback])),
  rarity: (stem) => library.rarity?.(stem) ?? EVEN,
})
const EVEN = 0.5
