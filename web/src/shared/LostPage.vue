<script setup lang="ts">
import { ElButton } from 'element-plus'
import EmptyNote from './EmptyNote.vue'
</script>

<template>
  <EmptyNote title="There is nothing at this address" text="It may have been removed, or the address is mistyped.">
    <ElButton tag="router-link" to="/">All agents</ElButton>
  </EmptyNote>
</template>
