<script setup lang="ts">
import { computed, ref } from 'vue'
import { onKeyStroke } from '@vueuse/core'
import { ElButton, ElInputNumber, ElPopover, ElProgress } from 'element-plus'
import { count } from '../shared/when'
import { useBrief } from './briefStore'

/** How large the compiled prompt is against its budget, and which sections make it so. */
const store = useBrief()
const isOpen = ref(false)
onKeyStroke('Escape', () => (isOpen.value = false))
const budget = computed(() => store.brief?.budget ?? 8000)
const size = computed(() => store.size)
const share = computed(() => Math.min(1, (size.value?.characters ?? 0) / budget.value))
const isOver = computed(() => (size.value?.characters ?? 0) > budget.value)
</script>

<template>
  <ElPopover v-if="size" v-model:visible="isOpen" trigger="click" placement="bottom" :width="340" :persistent="false">
    <template #reference>
      <ElButton text size="small" class="budget" data-field="budget" :class="{ over: isOver }">
        <ElProgress class="bar" :percentage="share * 100" :show-text="false" :stroke-width="6" aria-hidden="true" />
        <span class="number" title="Characters of the compiled prompt, of its budget"
          >{{ count(size.characters) }} of {{ count(budget) }}</span
        >
        <span v-if="isOver">over the budget</span>
      </ElButton>
    </template>
    <p class="soft">The compiled prompt, about {{ count(size.tokens) }} tokens. What makes it large:</p>
    <table>
      <tbody>
        <tr v-for="section in size.sections" :key="section.section">
          <td>{{ section.section }}</td>
          <td class="number">{{ count(section.characters) }}</td>
          <td class="line">
            <ElProgress
              :percentage="(section.characters / size.characters) * 100"
              :show-text="false"
              :stroke-width="6"
              aria-hidden="true"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <label class="acts">
      Budget
      <ElInputNumber
        :model-value="budget"
        :min="500"
        :max="200000"
        :step="500"
        :precision="0"
        controls-position="right"
        aria-label="Budget in characters"
        @change="$event && store.setAt('budget', $event)"
      />
      characters
    </label>
  </ElPopover>
</template>

<style scoped>
.budget {
  font-weight: 400;
  color: var(--soft);
}
.over {
  color: var(--brick);
  font-weight: 700;
}
.over .bar {
  --el-color-primary: var(--brick);
}
.bar {
  width: 40px;
}
table {
  width: 100%;
  margin: var(--gap-2) 0 var(--gap-3);
  border-spacing: 0 3px;
}
td.number {
  text-align: right;
  padding-right: var(--gap-2);
}
.line {
  width: 120px;
}
</style>
