import { ModelProblem, type Model } from '@parrot/core/dialogue'
import { readModelRelay, relayMessages, type DraftingAgent, type RelayDraft } from '@parrot/core/team'
import { saidTo } from '../models/protocol'

/** A relay of a sentence in any language, written by an outside model; fails with what is wrong where it is none. */
export async function relayBy(
  model: Model,
  sentence: string,
  agents: readonly DraftingAgent[],
  timeZone: string,
): Promise<RelayDraft> {
  const reply = await saidTo(model, relayMessages(sentence, agents, timeZone))
  const read = readModelRelay(reply, sentence, agents)
  if (read.ok) return read.draft
  throw new ModelProblem(
    `“${model.name}” did not write a usable relay. ${read.problem}`,
    'Ask again, or say it in other words.',
  )
}
