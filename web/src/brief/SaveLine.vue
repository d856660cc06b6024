<script setup lang="ts">
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
    <button v-if="store.state === 'conflict'" type="button" class="btn small" @click="store.discard">
      Load the newest
    </button>
    <button v-if="store.state === 'failed'" type="button" class="btn small" @click="store.save">Save now</button>
    <span class="steps">
      <button
        type="button"
        class="btn small"
        :disabled="!store.canUndo && store.state === 'saved'"
        title="Undo (Ctrl+Z)"
        @click="store.undo"
      >
        Undo
      </button>
      <button type="button" class="btn small" :disabled="!store.canRedo" title="Redo (Ctrl+Y)" @click="store.redo">
        Redo
      </button>
    </span>
  </div>
</template>

<style scoped>
.save {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 10px;
  font-size: 14px;
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
  gap: 6px;
}
</style>
