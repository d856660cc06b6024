import { Examiner } from './examine'
import type { Tool, ToolCall, ToolDescription } from '../tools'
import { ModelProblem, type ChatMessage, type ModelEvent, type TurnForModel, type Usage } from './model'
import { callTools, MOST_ROUNDS, roundMessages, useDetail } from './tools'
import type { Outcome, Step, ToolUse, TurnContext, TurnState, WorkingDetail } from './turn'
import { unbackedIn } from './unbacked'

/** Lets the model answer, handing on each sentence once it ended and passed; its notes go to the workings. */
export const askModel: Step = async (state, context) => {
  const { model, onText } = context
  // A draft that is looked at once more is not sent.
  const send = isLookedAtAgain(state, context) ? undefined : onText
  const examiner = examinerFor(state, context, send)
  const spoken = await listen(state.messages, context, examiner, turnFor(state, context))
  const examined = examiner.end(spoken.broke !== undefined)
  return {
    state: {
      ...state,
      reply: spoken.text.trim(),
      examined,
      hasSent: examiner.hasSent,
      ...(spoken.broke === undefined ? {} : { broke: spoken.broke }),
      ...(spoken.outcome === undefined ? {} : { told: spoken.outcome }),
      usage: [...state.usage, ...spoken.usage],
      uses: [...state.uses, ...spoken.uses],
    },
    report: {
      summary: `${model.name} answered.`,
      details: [
        ...spoken.notes.map(detailOf),
        ...spoken.uses.map(useDetail),
        ...(spoken.broke === undefined ? [] : [{ label: 'Broke off', text: spoken.broke }]),
        ...spoken.usage.map(usageDetail),
      ],
    },
  }
}

/** Whether a model that can do better has a draft of its own looked at before anybody hears it. */
export const isLookedAtAgain = (state: TurnState, { model }: TurnContext): boolean =>
  state.isDeliberate && model.canRevise === true

/** What examines a reply of this turn as it is spoken. */
export function examinerFor(state: TurnState, context: TurnContext, send?: (text: string) => void): Examiner {
  const unbacked = unbackedIn(state, context)
  return new Examiner(
    state,
    context,
    {
      unbacked: unbacked === 'mark' ? 'say' : 'hold',
      stopsAtFirst: unbacked === 'askAgain',
      isOutside: context.model.canRevise === true,
      hasEmoji: context.brief.manner.format.emoji,
    },
    send,
  )
}

/** What a model said to one request. */
export interface Spoken {
  readonly text: string
  readonly notes: readonly Extract<ModelEvent, { kind: 'note' }>[]
  readonly outcome?: Outcome
  readonly usage: readonly Usage[]
  readonly uses: readonly ToolUse[]
  /** Why the answer ended too early, where it did. */
  readonly broke?: string
}

/**
 * Listens to a model to the end of its answer. One that fails after it has begun to speak has broken off; one that fails
 * before throws its ModelProblem.
 */
export async function listen(
  messages: readonly ChatMessage[],
  context: TurnContext,
  examiner: Examiner,
  turn?: TurnForModel,
): Promise<Spoken> {
  const { model, signal, tools } = context
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
      const done = await callTools(calls, uses, context)
      uses.push(...done)
      for (const use of done) examiner.learn(use)
      said = [...said, ...roundMessages(spoken, done)]
    }
  } catch (error) {
    if (!(error instanceof ModelProblem) || text.trim() === '') throw error
    broke = error.message
  }
  return {
    text,
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
export const usageDetail = ({ prompt, completion, isReckoned, cost }: Usage): WorkingDetail => ({
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
