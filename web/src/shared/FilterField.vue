<script setup lang="ts">
import { ref } from 'vue'
import { ElInput } from 'element-plus'

/** A field that narrows a list as one types; Escape empties it. */
defineProps<{ label: string; placeholder?: string }>()
const words = defineModel<string>({ required: true })
const field = ref<InstanceType<typeof ElInput>>()
defineExpose({ focus: () => field.value?.select() })
</script>

<template>
  <ElInput
    ref="field"
    v-model="words"
    clearable
    :placeholder="placeholder ?? `${label}…`"
    :aria-label="label"
    @keydown.esc="words = ''"
  />
</template>
