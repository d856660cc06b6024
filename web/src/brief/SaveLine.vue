<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed } from 'vue'
import { useBrief } from './briefStore'
import { ago } from '../shared/when'

/** Which revision is on the screen, whether it is saved, and the way back and forward. */
const store = useBrief()

const words = computed(() => {
  switch (store.state) {
    case 'loading':
      return 'Loading…'
    case 'editing':
      return 'Edited, about to be saved'
    case 'saving':
      return 'Saving…'
    case 'saved':
      return `Saved ${ago(store.savedAt)}`
    case 'failed':
      return `Not saved. ${store.error}`
    default:
      return store.error
  }
})
const isBad = computed(() => store.state === 'failed' || store.state === 'conflict')
</script>

<template>
  <div class="save" :class="{ bad: isBad }">
    <span class="revision number">Revision {{ store.revision }}</span>
    <span class="state" role="status">
      <span aria-hidden="true">{{ isBad ? '✕' : store.state === 'saved' ? '✓' : '◐' }}</span> {{ words }}
    </span>
    <ElButton v-if="store.state === 'conflict'" size="small" @click="store.discard"> Load the newest </ElButton>
    <ElButton v-if="store.state === 'failed'" size="small" @click="store.save">Save now</ElButton>
    <span class="steps">
      <ElButton
        size="small"
        :disabled="!store.canUndo && store.state === 'saved'"
        title="Undo (Ctrl+Z)"
        @click="store.undo"
      >
        Undo
      </ElButton>
      <ElButton size="small" :disabled="!store.canRedo" title="Redo (Ctrl+Y)" @click="store.redo"> Redo </ElButton>
    </span>
  </div>
</template>

<style scoped>
.save {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-2) var(--gap-3);
  font-size: var(--text-ui);
}
.revision {
  font-weight: 700;
}
.state {
  color: var(--soft);
}
.bad .state {
  color: var(--brick);
}
.steps {
  display: flex;
  gap: var(--gap-2);
}
</style>
