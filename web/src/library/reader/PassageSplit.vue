<script setup lang="ts">
import { computed } from 'vue'
import { ElButton } from 'element-plus'
import { splitPieces } from './splitPoints'

/** Splits a passage in two, between two of its sentences or lines. */
const props = defineProps<{ text: string }>()
defineEmits<{ split: [at: number]; leave: [] }>()
const pieces = computed(() => splitPieces(props.text))
</script>

<template>
  <template v-for="(piece, n) in pieces" :key="piece.start">
    <button
      v-if="n > 0"
      type="button"
      class="cut"
      @click="$emit('split', piece.start)"
      @keydown.esc.stop="$emit('leave')"
    >
      <span>split here</span>
    </button>
    <p class="text">{{ piece.text }}</p>
  </template>
  <p class="acts">
    <span v-if="pieces.length < 2" class="small soft">It is one sentence: there is nowhere to split it.</span>
    <ElButton text size="small" @click="$emit('leave')">Leave it whole</ElButton>
  </p>
</template>

<style scoped>
.text {
  font: var(--text-read) / 1.55 var(--serif);
  overflow-wrap: anywhere;
}
.cut {
  display: block;
  width: 100%;
  border: 0;
  background: none;
  padding: 3px 0;
  cursor: pointer;
  text-align: start;
  color: var(--accent-deep);
  font-size: var(--text-small);
}
.cut span {
  border-top: 1px dashed var(--accent);
  display: block;
  padding-top: var(--gap-0);
}
.cut:hover,
.cut:focus-visible {
  background: var(--accent-wash);
}
</style>
