<script setup lang="ts">
import EmptyNote from './EmptyNote.vue'
</script>

<template>
  <EmptyNote title="There is nothing at this address" text="It may have been removed, or the address is mistyped.">
    <RouterLink class="btn" to="/">All agents</RouterLink>
  </EmptyNote>
</template>
