<script setup lang="ts">
import { computed } from 'vue'
import { ElMention } from 'element-plus'
import type { Brief } from '@parrot/contract'

/** What a duty does once all is there: sentences, and tools, inserts and colleagues by their names behind an “@”. */
const props = defineProps<{
  tools: Brief['tools']
  inserts: Brief['inserts']
  colleagues: Brief['colleagues']
  about: string
}>()
const value = defineModel<string>({ required: true })
const options = computed(() => [
  ...props.tools.map(({ id, when }) => ({ value: id, label: when ? `${id}: ${when}` : id })),
  ...[...new Set(props.inserts.map(({ kind }) => kind))].map((kind) => ({
    value: kind,
    label: `${kind}: shown beside the words`,
  })),
  ...props.colleagues
    .filter(({ name }) => name !== '')
    .map(({ name, mode }) => ({
      value: name,
      label: `${name}: ${mode === 'pass' ? 'takes the conversation over' : 'is asked'}, told what was collected`,
    })),
])
</script>

<template>
  <ElMention
    v-model="value"
    class="steps"
    type="textarea"
    :autosize="{ minRows: 1, maxRows: 14 }"
    :options="options"
    :maxlength="8000"
    placeholder="what is said once all is there, and with @ the tools, inserts and colleagues that are used"
    :aria-label="about"
  />
</template>

<style>
/* Only here something is named within a text. */
@import 'element-plus/theme-chalk/el-mention.css' layer(element);
.steps .el-textarea__inner {
  padding: 0;
  border: 0;
  box-shadow: none;
  background: none;
  font: inherit;
  color: inherit;
  resize: none;
}
</style>
