import { computed, watch, type Ref } from 'vue'
import type { Note, Proposal, ProposedEdit } from '@parrot/contract'
import { call, get, post } from '../api/client'
import { useBrief } from '../brief/briefStore'
import { useAgent } from '../frame/agentStore'
import { useLoaded } from '../shared/load'
import { tell, tellFailure } from '../shared/undo'

/** A note that is looked at: kept current while its proposals are tried, and what can be done with them. */
export function useNote(id: Ref<string>) {
  const agents = useAgent()
  const brief = useBrief()
  const loaded = useLoaded(() => get<Note>(`/api/notes/${id.value}`))
  watch(id, () => void loaded.load(), { immediate: true })
  watch(
    () => [agents.ticks.notes, agents.ticks.agent, agents.ticks.sources],
    () => void loaded.load(),
  )

  /** Does something and shows what became of it; a failure is told. */
  async function act(doing: () => Promise<unknown>): Promise<void> {
    try {
      await doing()
      await loaded.load()
    } catch (problem) {
      tellFailure(problem)
    }
  }

  const accept = (proposal: Proposal, keep: boolean): Promise<void> =>
    act(async () => {
      // What is on the screen and not saved yet comes first: the edit is made after it.
      await brief.save()
      const { scriptId } = await post<{ scriptId: string | null }>(`/api/proposals/${proposal.id}/accept`, { keep })
      await brief.refresh()
      tell(`Accepted: ${proposal.summary}.${scriptId ? ' The line was kept as a script.' : ''}`, async () => {
        await post(`/api/proposals/${proposal.id}/undo`)
        await brief.refresh()
        await loaded.load()
      })
    })

  const dismissNote = (): Promise<void> =>
    act(async () => {
      await post(`/api/notes/${id.value}/dismiss`)
      tell('The note was dismissed.', async () => {
        await post(`/api/notes/${id.value}/reopen`)
        await loaded.load()
      })
    })

  return {
    note: loaded.data,
    error: loaded.error,
    load: loaded.load,
    open: computed(() => loaded.data.value?.proposals.filter(({ status }) => status !== 'dismissed') ?? []),
    accept,
    dismissNote,
    dismiss: (proposal: Proposal) => act(() => post(`/api/proposals/${proposal.id}/dismiss`)),
    change: (proposal: Proposal, proposed: ProposedEdit) =>
      act(() => call('PUT', `/api/proposals/${proposal.id}`, { proposed })),
    combine: (proposalIds: string[]) => act(() => post(`/api/notes/${id.value}/combine`, { proposalIds })),
    tryAgain: () => act(() => post(`/api/notes/${id.value}/try`)),
    cancel: () => act(() => post(`/api/notes/${id.value}/cancel`)),
  }
}
