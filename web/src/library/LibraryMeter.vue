<script setup lang="ts">
import { computed } from 'vue'
import type { Source } from '@parrot/contract'
import { count, listed, percent as share, plural } from '../shared/when'

/** How much the library holds against what an agent may have, and which sources make it up. */
const props = defineProps<{ sources: readonly Source[]; limit: number }>()
defineEmits<{ open: [source: Source] }>()

const used = computed(() => props.sources.reduce((sum, source) => sum + source.characters, 0))
const passages = computed(() => props.sources.reduce((sum, source) => sum + source.passages, 0))
const parts = computed(() =>
  props.sources
    .filter((source) => source.characters > 0)
    .sort((a, b) => b.characters - a.characters)
    .map((source) => ({ source, share: source.characters / Math.max(1, used.value) })),
)
const largest = computed(() => parts.value.slice(0, 5))
const full = computed(() => used.value / props.limit)
const isNearlyFull = computed(() => full.value > 0.85)
const percent = computed(() => (full.value > 0 && full.value < 0.01 ? `less than ${share(0.01)}` : share(full.value)))
</script>

<template>
  <div class="meter" :class="{ near: isNearlyFull }">
    <p class="soft small number">
      {{ plural(sources.length, 'source') }}, {{ plural(passages, 'passage') }}, {{ plural(used, 'character') }}
    </p>
    <p class="small soft number">{{ percent }} of the {{ count(limit / 1_000_000) }} million there is room for</p>
    <div
      v-if="parts.length > 1"
      class="bar"
      role="img"
      :aria-label="`Sources by size: ${listed(largest.map(({ source, share: part }) => `${source.title} ${share(part)}`))}`"
    >
      <!-- A pointer may open a source here; everyone can in the list below. -->
      <span
        v-for="(part, at) in parts"
        :key="part.source.id"
        :class="at % 2 ? 'even' : 'odd'"
        :style="{ flexGrow: part.share }"
        :title="`${part.source.title}: ${plural(part.source.characters, 'character')}, ${share(part.share)} of the library`"
        @click="$emit('open', part.source)"
      />
    </div>
  </div>
</template>

<style scoped>
.meter {
  margin-bottom: var(--gap-3);
}
.bar {
  display: flex;
  gap: 1px;
  height: 8px;
  margin-top: var(--gap-1);
  border-radius: 4px;
  overflow: hidden;
}
.bar span {
  min-width: 2px;
  flex-basis: 0;
  cursor: pointer;
  background: var(--accent);
}
.bar .even {
  background: var(--accent-mid);
}
.bar span:hover {
  background: var(--accent-deep);
}
.near .soft {
  color: var(--brick);
}
</style>
