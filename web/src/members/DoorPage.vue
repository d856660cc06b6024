<script setup lang="ts">
import AgentFace from '../shared/AgentFace.vue'

/** A page before the door: who lives here, and a form. */
</script>

<template>
  <main class="door">
    <AgentFace seed="Mild Parrot" :size="72" />
    <slot />
  </main>
</template>

<style scoped>
.door {
  max-width: 400px;
  margin: 0 auto;
  padding: var(--gap-7) var(--gap-4);
  display: grid;
  gap: var(--gap-3);
  justify-items: center;
  text-align: center;
}
:slotted(form) {
  display: grid;
  gap: var(--gap-2);
  width: 100%;
  text-align: start;
}
</style>
