import { endpointOptions } from '@parrot/contract'
import { dayOf, ModelProblem, takeTurn, type Exchange, type Model, type TurnState } from '@parrot/core/dialogue'
import { judging } from '@parrot/core/errands'
import { openAgent, type FolderAgent } from '@parrot/core/folder'
import { rememberingUnderstudy } from '@parrot/core/understudy'
import { rehearsedTools, type JudgeOther } from '@parrot/core/rehearsal'
import { endpointModel, runErrand } from '@parrot/server/protocol'
import { CliProblem } from './problem'

/** Which model answers: the built-in one, or one at an endpoint that speaks the chat-completions protocol. */
export interface ModelChoice {
  readonly model?: string
  readonly at?: string
}

/** An agent of a folder that can be spoken to. */
export interface Actor {
  readonly agent: FolderAgent
  readonly unread: readonly { readonly title: string; readonly message: string }[]
  readonly say: (said: string, conversation: readonly Exchange[]) => Promise<TurnState>
  /** Judges what is said in plain words and nothing here can tell; only a model of one’s own does. */
  readonly judge: JudgeOther | undefined
}

/** Opens an agent: reads its sources and sets its model up. */
export async function actorFor(agent: FolderAgent, choice: ModelChoice): Promise<Actor> {
  const today = dayOf(new Date())
  const { brief, library, unread } = await openAgent(agent, today.date)
  const model = modelOf(choice)
  return {
    agent,
    unread,
    judge:
      choice.model === undefined
        ? undefined
        : async (statement, turn) => {
            const judged = await runErrand(model, judging(statement, turn.said, turn.reply))
            return judged && { ...judged, by: model.name }
          },
    say: (said, conversation) =>
      takeTurn(said, {
        brief,
        library,
        model,
        conversation,
        clock: () => performance.now(),
        today,
        audience: 'reviewer',
        tools: rehearsedTools(brief, [], [], () => new Date()),
      }),
  }
}

function modelOf({ model, at = process.env.PARROT_MODEL_URL }: ModelChoice): Model {
  if (model === undefined) return rememberingUnderstudy()
  if (!at || !URL.canParse(at))
    throw new CliProblem(
      'Say where the model is: --at http://…/v1, or PARROT_MODEL_URL. Its key is read from PARROT_MODEL_KEY.',
    )
  return endpointModel({
    name: model,
    baseUrl: at,
    model,
    options: endpointOptions.parse({}),
    key: () => process.env.PARROT_MODEL_KEY || undefined,
  })
}

/** A model's failure in words. */
export const told = (error: unknown): string =>
  error instanceof ModelProblem ? `${error.message} ${error.advice ?? ''}`.trim() : String(error)
