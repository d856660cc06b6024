<script setup lang="ts" generic="T">
import { ElButton } from 'element-plus'
import EmptyNote from './EmptyNote.vue'
import LoadingNote from './LoadingNote.vue'
import type { Loaded } from './load'

/** What is shown of something that is fetched: its shape while it comes, words and a second try where it failed, then itself. */
defineProps<{ of: Loaded<T>; title?: string; text?: string; rows?: number }>()
defineSlots<{ default(props: { data: T }): unknown }>()
</script>

<template>
  <EmptyNote v-if="of.error.value" tone="failed" :title="title ?? 'This could not be loaded'" :text="of.error.value">
    <ElButton @click="of.load">Try again</ElButton>
  </EmptyNote>
  <LoadingNote v-else-if="of.data.value === undefined" :text="text" :rows="rows" />
  <slot v-else :data="of.data.value" />
</template>
