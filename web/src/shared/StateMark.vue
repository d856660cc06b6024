<script setup lang="ts">
/** A state as a mark with its own shape, so that colour is never the only sign. The words stand beside it. */
defineProps<{ state: 'empty' | 'fine' | 'waiting' | 'failed' }>()
const SHAPES = { empty: '○', fine: '✓', waiting: '◐', failed: '✕' } as const
</script>

<template>
  <span class="mark" :class="state" aria-hidden="true">{{ SHAPES[state] }}</span>
</template>

<style scoped>
.mark {
  font-weight: 700;
  font-size: 0.92em;
}
.fine {
  color: var(--accent);
}
.waiting {
  color: var(--warm);
}
.failed {
  color: var(--brick);
}
.empty {
  color: var(--faint);
}
</style>
