import type { Ref } from 'vue'
import type { Check, Script, StoredScript } from '@parrot/contract'
import { call, post } from '../api/client'
import { tell, tellFailure } from '../shared/undo'

/** What the pane does around an act. */
interface Around {
  readonly all: Readonly<Ref<readonly StoredScript[] | undefined>>
  reload(): Promise<unknown>
  run(ids: string[]): Promise<void>
  select(id: string): void
  /** Shows another script than the one that is no more. */
  leave(): void
}

/** What is done with a script: kept, moved, checked, doubled, removed; a failure is told, and gives false. */
export function useScriptActs(agentId: Ref<string>, { all, reload, run, select, leave }: Around) {
  const attempt = async (act: () => Promise<void>): Promise<boolean> => {
    try {
      await act()
      return true
    } catch (problem) {
      tellFailure(problem)
      return false
    }
  }

  return {
    /** Keeps a script, a new one without an id, shows it and runs it. */
    save: (script: Script, id?: string) =>
      attempt(async () => {
        const saved = id
          ? await call<StoredScript>('PUT', `/api/scripts/${id}`, script)
          : await post<StoredScript>(`/api/agents/${agentId.value}/scripts`, script)
        await reload()
        select(saved.id)
        await run([saved.id])
      }),

    /** Moves a script among the others; the order is the agent's. */
    move: (id: string, by: number) =>
      attempt(async () => {
        const ids = (all.value ?? []).map((script) => script.id)
        const at = ids.indexOf(id)
        if (at + by < 0 || at + by >= ids.length) return
        ids.splice(at + by, 0, ...ids.splice(at, 1))
        await call('PUT', `/api/agents/${agentId.value}/scripts/order`, { ids })
        await reload()
      }),

    /** What was good in the last run must be so from now on. */
    addChecks: ({ id, changedAt: _changedAt, ...script }: StoredScript, turn: number, checks: Check[]) =>
      attempt(async () => {
        const turns = script.turns.map((each, at) => (at === turn ? { ...each, checks } : each))
        await call('PUT', `/api/scripts/${id}`, { ...script, turns })
        await reload()
        await run([id])
      }),

    /** A copy to be altered: named after the one it was made of. */
    duplicate: ({ title, folder, tags, turns }: StoredScript) =>
      attempt(async () => {
        const copy = { title: `${title} (copy)`.slice(0, 200), folder, tags, turns }
        const made = await post<StoredScript>(`/api/agents/${agentId.value}/scripts`, copy)
        await reload()
        select(made.id)
      }),

    remove: (script: StoredScript) =>
      attempt(async () => {
        await call('DELETE', `/api/scripts/${script.id}`)
        await reload()
        leave()
        tell(`“${script.title}” was removed.`, async () => {
          await post(`/api/scripts/${script.id}/restore`)
          await reload()
        })
      }),
  }
}
