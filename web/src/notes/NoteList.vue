<script setup lang="ts">
import { computed, ref } from 'vue'
import { ElButton } from 'element-plus'
import type { NoteLine } from '@parrot/contract'
import FilterField from '../shared/FilterField.vue'
import PageTurner from '../shared/PageTurner.vue'
import { usePages } from '../shared/pages'
import { holdsAll } from '@parrot/contract'
import { ago } from '../shared/when'
import { noteInWords } from './marks'

/** The notes on answers: those that wait before those that were dealt with, each with its best proposal in a line. */
const props = defineProps<{ notes: readonly NoteLine[]; chosen: string }>()
const emit = defineEmits<{ select: [id: string] }>()

const SEARCHED_FROM = 12
const PAGE = 40
const words = ref('')
const found = computed(() => {
  const isLookedFor = holdsAll(words.value)
  return props.notes.filter(({ question, wrong, wanted, cause }) => isLookedFor(question, wrong, wanted, cause))
})
const { page, shown } = usePages(found, PAGE, words)

const stateOf = ({ closed, status, isStale, proposals }: NoteLine): string => {
  if (closed) return closed
  if (status === 'trying') return 'being tried'
  if (status === 'failed') return 'could not be tried'
  if (isStale) return 'changed since'
  return proposals === 0 ? 'no proposal' : proposals === 1 ? '1 proposal' : `${proposals} proposals`
}
</script>

<template>
  <FilterField v-if="notes.length >= SEARCHED_FROM" v-model="words" label="Show only notes with" />
  <ul class="bare-list pick-list">
    <li v-for="note in shown" :key="note.id" :class="{ chosen: note.id === chosen, closed: note.closed }">
      <ElButton text class="pick-row" :aria-current="note.id === chosen" @click="emit('select', note.id)">
        <span class="pick-name">{{ note.question }}</span>
        <span class="said">{{ noteInWords(note) }}</span>
        <span class="small soft">{{ stateOf(note) }} · {{ ago(note.createdAt) }}</span>
        <span v-if="!note.closed && note.best" class="small best">{{ note.best }}</span>
      </ElButton>
    </li>
  </ul>
  <PageTurner v-model="page" :total="found.length" :size="PAGE" />
</template>

<style scoped>
.closed .pick-name,
.closed .said {
  color: var(--soft);
}
.best {
  color: var(--accent-deep);
}
</style>
