<script setup lang="ts">
/** Whether what is changed in place is kept. */
defineProps<{ saving: string }>()
</script>

<template>
  <span v-if="saving === 'saved'" class="soft" role="status">✓ Kept</span>
  <span v-else-if="saving === 'saving'" class="soft">Keeping …</span>
  <span v-else class="wrong" role="alert">{{ saving }}</span>
</template>
