import type { Held, Memory } from '@parrot/core/dialogue'
import { announce, mailServerOf } from '../delivery'
import { deskSettingsOf } from '../desk'
import { approvalOf, tellTeam } from '../requests'
import type { Services } from '../services'
import type { TurnRow } from '../turns/conversations'
import { collectedAs, keepVisitor } from '../visitors'
import type { Place } from './queries'

/**
 * What follows from a visitor's turn outside of it: what a duty collected becomes the visitor's record, and whoever is to
 * be told of a person wanted, of something collected, of a yes that is waited for, or of a question without an answer, is told.
 */
export async function afterTurn(
  services: Services,
  { agent, outlet }: Place,
  row: TurnRow,
  {
    isNewlyCalled,
    memory,
    held,
  }: { readonly isNewlyCalled: boolean; readonly memory: Memory | undefined; readonly held: readonly Held[] },
): Promise<void> {
  const { db } = services
  const { conversationId } = row
  const about = { agent: agent.slug, outlet: outlet?.slug ?? null, conversationId, said: row.said }
  const collected = (row.memory.collected ?? []).slice(memory?.collected?.length ?? 0)
  for (const { name, values } of collected) {
    const telling = { agentId: agent.id, conversationId, outletId: outlet?.id ?? null }
    await keepVisitor(db, telling, collectedAs(values))
    await announce(services, agent.id, { event: 'visitor.collected', data: { ...about, for: name, values } })
  }
  if (row.outcome === 'unknown')
    await announce(services, agent.id, { event: 'unanswered', data: { ...about, reply: row.reply } })
  for (const each of held)
    await tellTeam(services, approvalOf({ agentId: agent.id, conversationId }, each, row.edition))
  if (isNewlyCalled) await tellPeople(services, agent, row, about)
}

async function tellPeople(
  services: Services,
  agent: Place['agent'],
  row: TurnRow,
  about: { readonly conversationId: string },
): Promise<void> {
  const { mailTo } = await deskSettingsOf(services.db, agent.id)
  const { workbench } = mailTo.length > 0 ? await mailServerOf(services.db) : { workbench: '' }
  const link = workbench && `${workbench.replace(/\/$/, '')}/agents/${agent.id}/logbook/${row.conversationId}`
  await announce(services, agent.id, {
    event: 'passed.on',
    data: { ...about, to: row.handOver?.to ?? '' },
    mailTo,
    mail: {
      subject: `${agent.name}: a visitor asks for a person`,
      text: `They said:\n\n${row.said}\n\n${link || `Open the logbook of ${agent.name} to answer.`}\n`,
    },
  })
}
