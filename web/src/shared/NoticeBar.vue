<script setup lang="ts">
import { dismiss, notices, undoNotice } from './undo'
</script>

<template>
  <div class="notices" role="status" aria-live="polite">
    <div v-for="notice in notices.notices" :key="notice.id" class="notice" :class="notice.tone">
      <span>{{ notice.tone === 'failed' ? '! ' : '' }}{{ notice.text }}</span>
      <button v-if="notice.undo" type="button" class="undo" @click="undoNotice(notice.id)">Undo</button>
      <button type="button" class="close" aria-label="Dismiss" @click="dismiss(notice.id)">×</button>
    </div>
  </div>
</template>

<style scoped>
.notices {
  position: fixed;
  left: 50%;
  bottom: calc(var(--strip-height) + 14px);
  transform: translateX(-50%);
  z-index: 3000;
  display: grid;
  gap: 8px;
  /* Half the window is all that a place in the middle leaves by itself. */
  width: max-content;
  max-width: min(640px, calc(100vw - 32px));
}
.notice {
  display: flex;
  gap: 14px;
  align-items: center;
  background: var(--ink);
  color: #fffdf8;
  padding: 10px 14px;
  border-radius: var(--radius);
  box-shadow: var(--float);
}
.notice.failed {
  background: var(--brick);
}
.undo {
  background: none;
  border: 0;
  color: var(--straw);
  font-weight: 700;
  cursor: pointer;
  padding: 4px;
}
.close {
  background: none;
  border: 0;
  color: inherit;
  opacity: 0.75;
  cursor: pointer;
  font-size: 18px;
  line-height: 1;
}
.notice :focus-visible {
  outline-color: var(--straw);
}
</style>
