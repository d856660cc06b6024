import { ref, type Ref } from 'vue'
import { ApiProblem, call, get } from '../api/client'
import type { Acting } from './acting'

/** Something that is asked of a host which may be private. */
export interface Allowing {
  /** The host it was refused for; empty where it was not. */
  readonly hostToAllow: Ref<string>
  /** Tries it. */
  attempt(work: () => Promise<unknown>): Promise<void>
  /** Allows the host, and tries again what was tried last. */
  allow(): Promise<void>
}

export function useAllowing({ act }: Acting): Allowing {
  const hostToAllow = ref('')
  let last: () => Promise<unknown> = async () => undefined
  const tried = async () => {
    hostToAllow.value = ''
    try {
      await last()
    } catch (problem) {
      hostToAllow.value = (problem instanceof ApiProblem && problem.problem.extra?.hostToAllow) || ''
      throw problem
    }
  }
  return {
    hostToAllow,
    attempt: (work) => {
      last = work
      return act(tried)
    },
    allow: () =>
      act(async () => {
        const { hosts } = await get<{ hosts: string[] }>('/api/settings/hosts')
        await call('PUT', '/api/settings/hosts', { hosts: [...hosts, hostToAllow.value] })
        await tried()
      }),
  }
}
