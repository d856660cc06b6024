import { computed, ref, toValue, watch, type MaybeRefOrGetter, type WatchSource } from 'vue'

/**
 * A long list in pages of `size`, so that five hundred rows are as quick as five: the rows of the page one is at, and
 * that page (from 1). A list asked for otherwise (`asked` changed) begins at its first page; one that became shorter
 * stays at the last page it has.
 */
export function usePages<T>(all: MaybeRefOrGetter<readonly T[]>, size: number, asked: WatchSource) {
  const turned = ref(1)
  const last = computed(() => Math.max(1, Math.ceil(toValue(all).length / size)))
  const page = computed({ get: () => Math.min(turned.value, last.value), set: (to) => (turned.value = to) })
  const shown = computed(() => toValue(all).slice((page.value - 1) * size, page.value * size))
  watch(asked, () => (turned.value = 1), { flush: 'sync' })
  return { page, shown }
}
