<script setup lang="ts">
import { ElPagination } from 'element-plus'

/** Turns the pages of a list that is longer than one of them; nothing when it is not. */
defineProps<{ total: number; size: number }>()
const page = defineModel<number>({ required: true })
</script>

<template>
  <ElPagination
    v-if="total > size"
    v-model:current-page="page"
    size="small"
    layout="prev, pager, next"
    :pager-count="5"
    :page-size="size"
    :total="total"
  />
</template>
