import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, ref } from 'vue'
import { useKept } from './kept'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

function opened(put: (value: { name: string; calls: number }) => Promise<void>) {
  const value = ref<{ name: string; calls: number }>()
  const scope = effectScope()
  const kept = scope.run(() => useKept(value, ({ name }) => name, put))!
  value.value = { name: 'Office', calls: 0 }
  kept.took()
  return { value, kept, end: () => scope.stop() }
}

describe('what is changed in place', () => {
  it('is kept once it rests, and only where something that counts was changed', async () => {
    const sent: string[] = []
    const { value, kept, end } = opened(async ({ name }) => void sent.push(name))
    value.value!.calls = 7
    await vi.advanceTimersByTimeAsync(2000)
    expect([sent, kept.saving.value]).toEqual([[], 'saved'])
    value.value!.name = 'Harbour'
    await nextTick()
    expect(kept.saving.value).toBe('saving')
    value.value!.name = 'Harbour office'
    await vi.advanceTimersByTimeAsync(2000)
    expect([sent, kept.saving.value]).toEqual([['Harbour office'], 'saved'])
    end()
  })

  it('says why it could not be kept, and tries again with the next change', async () => {
    let isDown = true
    const { value, kept, end } = opened(async () => {
      if (isDown) throw new Error('The server cannot be reached.')
    })
    value.value!.name = 'A'
    await vi.advanceTimersByTimeAsync(2000)
    expect(kept.saving.value).toBe('The server cannot be reached.')
    isDown = false
    value.value!.name = 'B'
    await kept.keep()
    expect(kept.saving.value).toBe('saved')
    end()
  })
})
