<script setup lang="ts">
import { ElButton, ElPopconfirm } from 'element-plus'
import type { Memory } from '@parrot/contract'

/** What is remembered of the visitor in this conversation; each fact can be erased, or all of it. */
defineProps<{ memory: Memory }>()
defineEmits<{ forget: [key?: string] }>()
</script>

<template>
  <div class="memory small">
    <span class="label">Remembered</span>
    <span v-if="memory.duty"
      >a duty under way{{ memory.duty.isPaused ? ', waiting' : '' }}, asks for {{ memory.duty.asking }}</span
    >
    <span v-for="fact in memory.facts" :key="fact.key + fact.value" :title="`Told in: ${fact.said}`">
      {{ fact.key }}: <b>{{ fact.value }}</b>
      <ElButton text size="small" :aria-label="`Forget ${fact.key} ${fact.value}`" @click="$emit('forget', fact.key)"
        >×</ElButton
      >
    </span>
    <ElPopconfirm
      title="Forget all that was told in this conversation?"
      confirm-button-text="Forget it"
      cancel-button-text="Keep it"
      :width="250"
      hide-icon
      @confirm="$emit('forget')"
    >
      <template #reference><ElButton text size="small">Forget everything</ElButton></template>
    </ElPopconfirm>
  </div>
</template>

<style scoped>
.memory {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-1) var(--gap-3);
  align-items: center;
  padding: var(--gap-1) 0 var(--gap-2);
}
</style>
