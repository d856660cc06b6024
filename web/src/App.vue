<script setup lang="ts">
import NoticeBar from './shared/NoticeBar.vue'
</script>

<template>
  <RouterView />
  <NoticeBar />
</template>
