import { computed, readonly, ref } from 'vue'
import type { Role, Session } from '@parrot/contract'
import { call, get } from '../api/client'

const state = ref<Session>()

/** Who is signed in, once it is known; without members there is nobody, and nothing is kept from anybody. */
export const session = readonly(state)

export const isOwner = computed(() => state.value?.hasMembers === false || state.value?.member?.role === 'owner')

/** Asks who is signed in. */
export async function loadSession(): Promise<void> {
  state.value = await get<Session>('/api/session').catch(() => state.value)
}

/** Takes over what signing in answered. */
export const enter = (entered: Session): void => void (state.value = entered)

/** Signs out, here or everywhere. */
export async function leave(everywhere = false): Promise<void> {
  await call('DELETE', `/api/session${everywhere ? '?everywhere=true' : ''}`)
  state.value = { hasMembers: true, member: null }
}

/** What a role lets one do, in words for a list to choose from. */
export const ROLE_WORDS: readonly (readonly [role: Role | null, words: string])[] = [
  ['owner', 'Owner'],
  ['editor', 'Editor of all'],
  ['reader', 'Reader of all'],
  [null, 'Own agents'],
]
