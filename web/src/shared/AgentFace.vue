<script setup lang="ts">
defineProps<{ seed: string; size?: number }>()
</script>

<template>
  <img
    :src="`/api/faces/${encodeURIComponent(seed || 'nobody')}`"
    :width="size ?? 40"
    :height="size ?? 40"
    alt=""
    class="face"
  />
</template>

<style scoped>
.face {
  display: block;
  flex: none;
  border-radius: 31%;
}
</style>
