<script setup lang="ts">
import { ElAlert, ElButton } from 'element-plus'
import { useTimeoutFn } from '@vueuse/core'
import type { Notice } from './undo'

/** One notice: it goes by itself after a while, but not while a pointer or the keyboard is at it. */
const props = defineProps<{ notice: Notice }>()
const emit = defineEmits<{ undo: []; close: [] }>()
const { start, stop } = useTimeoutFn(
  () => emit('close'),
  () => props.notice.forMs,
)
</script>

<template>
  <ElAlert
    class="notice"
    :class="notice.tone"
    role="status"
    :closable="false"
    @mouseenter="stop"
    @mouseleave="start"
    @focusin="stop"
    @focusout="start"
  >
    <template #title>
      <span>{{ notice.tone === 'failed' ? '! ' : '' }}{{ notice.text }}</span>
      <ElButton v-if="notice.undo" link class="undo" title="Undo (u)" @click="$emit('undo')"
        >Undo <kbd>u</kbd></ElButton
      >
      <ElButton link class="undo" aria-label="Dismiss" @click="$emit('close')">×</ElButton>
    </template>
  </ElAlert>
</template>

<style scoped>
.notice {
  background: var(--ink);
  color: var(--paper);
  padding: var(--gap-2) var(--gap-3);
  box-shadow: var(--float);
}
.notice.failed {
  background: var(--brick);
}
.notice :deep(.el-alert__content) {
  flex-direction: row;
  align-items: center;
  gap: var(--gap-4);
}
.notice :deep(.el-alert__title) {
  display: flex;
  gap: var(--gap-3);
  align-items: center;
  font: var(--text-body) / 1.4 var(--sans);
  overflow-wrap: anywhere;
}
.notice .undo {
  color: inherit;
  font-weight: 700;
  text-decoration: none;
  white-space: nowrap;
}
.notice :focus-visible {
  outline-color: currentcolor;
}
</style>
