<script setup lang="ts">
/** A place where nothing is yet, or something failed: what it is, and the next step. */
defineProps<{ title: string; text?: string; tone?: 'empty' | 'failed' }>()
</script>

<template>
  <div class="note" :class="tone">
    <h3>{{ title }}</h3>
    <p v-if="text">{{ text }}</p>
    <div v-if="$slots.default" class="actions"><slot /></div>
  </div>
</template>

<style scoped>
.note {
  padding: var(--gap-6) var(--gap-4);
  text-align: center;
  color: var(--soft);
}
.note h3 {
  color: var(--ink);
  margin-bottom: var(--gap-2);
}
.note p {
  max-width: 52ch;
  margin: 0 auto;
}
.failed h3 {
  color: var(--brick);
}
.actions {
  margin-top: var(--gap-4);
  display: flex;
  gap: var(--gap-3);
  justify-content: center;
  flex-wrap: wrap;
}
</style>
