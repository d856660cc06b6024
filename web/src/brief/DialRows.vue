<script setup lang="ts">
import { ElSlider } from 'element-plus'
import { DIALS, dialWords, type Brief, type DialName } from '@parrot/contract'

/** The five dials of the manner, each with its ends and what its value means in words. */
defineProps<{ dials: Brief['manner']['dials'] }>()
defineEmits<{ change: [dial: DialName, value: number] }>()

const ENDS: Record<DialName, readonly [string, string, string]> = {
  formality: ['Formality', 'casual', 'formal'],
  warmth: ['Warmth', 'cool', 'warm'],
  brevity: ['Brevity', 'full', 'short'],
  playfulness: ['Playfulness', 'serious', 'playful'],
  directness: ['Directness', 'careful', 'direct'],
}
</script>

<template>
  <div v-for="dial in DIALS" :key="dial" class="dial" :data-field="`manner.dials.${dial}`">
    <span class="label">{{ ENDS[dial][0] }}</span>
    <span class="end">{{ ENDS[dial][1] }}</span>
    <ElSlider
      :model-value="dials[dial]"
      :step="5"
      :show-tooltip="false"
      :aria-label="ENDS[dial][0]"
      @update:model-value="$emit('change', dial, $event as number)"
    />
    <span class="end">{{ ENDS[dial][2] }}</span>
    <span class="words"
      ><b class="number">{{ dials[dial] }}</b> {{ dialWords(dial, dials[dial]) }}</span
    >
  </div>
</template>

<style scoped>
.dial {
  display: grid;
  grid-template-columns: 128px 50px minmax(90px, 1fr) 56px 190px;
  gap: var(--gap-3);
  align-items: center;
  padding: 3px 0;
}
.end {
  font-size: var(--text-small);
  color: var(--soft);
}
.end:first-of-type {
  text-align: right;
}
.words {
  font-size: var(--text-ui);
}
.words b {
  display: inline-block;
  min-width: 2.2em;
}
@media (width < 720px) {
  .dial {
    grid-template-columns: 1fr 1fr;
    gap: 2px var(--gap-3);
  }
  .end {
    display: none;
  }
}
</style>
