<script setup lang="ts">
import { ElSkeleton } from 'element-plus'

/** What stands where something is still being loaded: its shape in grey, and the word for those who do not see it. */
defineProps<{ text?: string; rows?: number }>()
</script>

<template>
  <div class="loading" role="status">
    <span class="sr">{{ text ?? 'Loading…' }}</span>
    <ElSkeleton animated :rows="rows ?? 4" :throttle="200" aria-hidden="true" />
  </div>
</template>

<style scoped>
.loading {
  padding: var(--gap-4) 0;
  width: 100%;
}
</style>
