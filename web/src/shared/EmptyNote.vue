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
  padding: 44px 20px;
  text-align: center;
  color: var(--soft);
}
.note h3 {
  color: var(--ink);
  margin-bottom: 6px;
}
.note p {
  max-width: 52ch;
  margin: 0 auto;
}
.failed h3 {
  color: var(--brick);
}
.actions {
  margin-top: 18px;
  display: flex;
  gap: 10px;
  justify-content: center;
  flex-wrap: wrap;
}
</style>
