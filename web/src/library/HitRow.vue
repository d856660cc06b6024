<script setup lang="ts">
import { computed } from 'vue'
import { ElButton } from 'element-plus'
import type { Hit } from '@parrot/contract'
import { placeOf } from '../shared/place'
import { matchedPieces, PARTS } from './finderParts'

/** A passage that was found: where it stands, what its score is made of, and the words that matched. */
const props = defineProps<{
  hit: Hit
  rank: number
  /** The highest score of all, which fills the bar. */
  most: number
  question: string
  isExpected: boolean
}>()
defineEmits<{ open: []; expect: [] }>()
const told = computed(() => props.hit.parts.filter((part) => part.score > 0))
const nameOf = (part: string) => PARTS[part]?.name ?? part
</script>

<template>
  <li class="hit">
    <div class="head">
      <span class="rank number">{{ rank }}</span>
      <ElButton link class="place" @click="$emit('open')">{{ placeOf(hit) }}</ElButton>
      <ElButton
        text
        size="small"
        :disabled="isExpected"
        :title="`Keep: “${question}” should be answered by this passage`"
        @click="$emit('expect')"
        >{{ isExpected ? '✓ Expected' : 'Expected' }}</ElButton
      >
      <b class="number">{{ hit.score.toFixed(2) }}</b>
    </div>
    <div
      class="bar"
      role="img"
      :aria-label="told.map((part) => `${nameOf(part.name)} ${part.score.toFixed(2)}`).join(', ')"
    >
      <i
        v-for="part in told"
        :key="part.name"
        :style="{ width: `${(100 * part.score) / most}%`, background: `var(--part-${PARTS[part.name]?.tone})` }"
        :title="`${nameOf(part.name)}: ${part.score.toFixed(2)}`"
      />
    </div>
    <p class="parts small soft number">
      <span v-for="part in told" :key="part.name">{{ nameOf(part.name) }} {{ part.score.toFixed(2) }}</span>
      <span>{{ hit.matched.length ? `matched: ${hit.matched.join(', ')}` : 'matched by nearness alone' }}</span>
    </p>
    <p class="text" dir="auto">
      <template v-for="(piece, n) in matchedPieces(hit)" :key="n"
        ><mark v-if="piece.isHit">{{ piece.text }}</mark
        ><template v-else>{{ piece.text }}</template></template
      >
    </p>
  </li>
</template>

<style scoped>
.hit {
  padding: var(--gap-3) 0;
  border-top: 1px solid var(--line);
}
.head {
  display: flex;
  gap: var(--gap-2);
  align-items: baseline;
}
.rank {
  color: var(--faint);
}
.place {
  flex: 1;
  font-weight: 700;
  text-decoration: none;
}
.place:hover {
  text-decoration: underline;
}
.bar {
  display: flex;
  height: 9px;
  margin: var(--gap-1) 0 3px;
  background: var(--paper-deep);
  border-radius: 3px;
  overflow: hidden;
}
.parts {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--gap-3);
}
.text {
  font: var(--text-read) / 1.5 var(--serif);
  margin-top: var(--gap-1);
  white-space: pre-line;
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 6;
  overflow: hidden;
}
</style>
