<script setup lang="ts">
import NoticeNote from './NoticeNote.vue'
import { dismiss, notices, undoNotice } from './undo'
</script>

<template>
  <section class="notices" aria-label="Notices">
    <NoticeNote
      v-for="notice in notices.notices"
      :key="notice.id"
      :notice="notice"
      @undo="undoNotice(notice.id)"
      @close="dismiss(notice.id)"
    />
  </section>
</template>

<style scoped>
.notices {
  position: fixed;
  left: 50%;
  bottom: calc(var(--strip-height) + 14px);
  transform: translateX(-50%);
  z-index: 3000;
  display: grid;
  gap: var(--gap-2);
  /* Half the window is all that a place in the middle leaves by itself. */
  width: max-content;
  max-width: min(640px, calc(100vw - 32px));
}
</style>
