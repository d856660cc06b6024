import { describe, expect, it } from 'vitest'
import { ref } from 'vue'
import { usePages } from './pages'

describe('a long list in pages', () => {
  const numbers = (many: number) => Array.from({ length: many }, (_, at) => at)

  it('shows one page of it', () => {
    const { page, shown } = usePages(numbers(7), 3, ref(''))
    expect(shown.value).toEqual([0, 1, 2])
    page.value = 3
    expect(shown.value).toEqual([6])
  })

  it('stays where one is when an entry goes, and at the last page when its own is gone', () => {
    const all = ref(numbers(7))
    const { page, shown } = usePages(all, 3, ref(''))
    page.value = 2
    all.value = numbers(6)
    expect(page.value).toBe(2)
    all.value = numbers(2)
    expect([page.value, shown.value]).toEqual([1, [0, 1]])
  })

  it('begins anew when something else is looked for', () => {
    const words = ref('')
    const { page } = usePages(numbers(9), 3, words)
    page.value = 3
    words.value = 'dogs'
    expect(page.value).toBe(1)
  })

  it('is one empty page when there is nothing', () => {
    const { page, shown } = usePages<number>([], 3, ref(''))
    expect([page.value, shown.value]).toEqual([1, []])
  })
})
