<script setup lang="ts" generic="T extends string | number | null">
import { computed } from 'vue'
import { ElOption, ElSelect } from 'element-plus'

/** One of a few values, chosen from a list; `null` and "" are values like others. */
const props = defineProps<{
  options: readonly (readonly [value: T, text: string])[]
  /** What is chosen here, for those who do not see what stands around it. */
  about?: string
  placeholder?: string
  /** What is typed narrows the list. */
  canFilter?: boolean
}>()
const value = defineModel<T>()
/** As wide as its longest choice, as far as there is room: nothing chosen is cut off. */
const MARGIN = 7
/** Letters are narrower than the figure that “ch” is measured by. */
const NARROWER = 0.85
const width = computed(
  () => `${Math.round(Math.max(0, ...props.options.map(([, text]) => text.length)) * NARROWER) + MARGIN}ch`,
)
</script>

<template>
  <ElSelect
    v-model="value"
    class="choice"
    :style="{ '--longest': width }"
    :aria-label="about"
    :placeholder="placeholder ?? 'choose one …'"
    :empty-values="[undefined]"
    :value-on-clear="() => undefined"
    :filterable="canFilter"
    :fit-input-width="false"
  >
    <ElOption v-for="[key, text] in options" :key="String(key)" :value="key as string" :label="text" />
  </ElSelect>
</template>

<style scoped>
.choice {
  width: min(var(--longest), 340px);
  min-width: 150px;
  max-width: 100%;
}
</style>
