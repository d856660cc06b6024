<script setup lang="ts">
import { computed } from 'vue'
import { useBrief } from './briefStore'

/** How large the compiled prompt is against its budget, and which sections make it so. */
const store = useBrief()
const budget = computed(() => store.brief?.budget ?? 8000)
const size = computed(() => store.size)
const share = computed(() => Math.min(1, (size.value?.characters ?? 0) / budget.value))
const isOver = computed(() => (size.value?.characters ?? 0) > budget.value)
const count = (value: number) => value.toLocaleString('en-GB')

function setBudget(event: Event): void {
  const value = Math.round(Number((event.target as HTMLInputElement).value))
  if (value >= 500 && value <= 200_000) store.setAt('budget', value)
}
</script>

<template>
  <details v-if="size" class="budget" data-field="budget">
    <summary :class="{ over: isOver }">
      <span class="bar" aria-hidden="true"><i :style="{ width: `${share * 100}%` }" /></span>
      <span class="number" title="Characters of the compiled prompt, of its budget"
        >{{ count(size.characters) }} of {{ count(budget) }}</span
      >
      <span v-if="isOver">over the budget</span>
    </summary>
    <div class="more">
      <p class="small soft">The compiled prompt, about {{ count(size.tokens) }} tokens. What makes it large:</p>
      <table>
        <tr v-for="section in size.sections" :key="section.section">
          <td>{{ section.section }}</td>
          <td class="number">{{ count(section.characters) }}</td>
          <td class="line"><i :style="{ width: `${(section.characters / size.characters) * 100}%` }" /></td>
        </tr>
      </table>
      <label class="small">
        Budget
        <input class="field" type="number" min="500" max="200000" step="500" :value="budget" @change="setBudget" />
        characters
      </label>
    </div>
  </details>
</template>

<style scoped>
.budget {
  position: relative;
  font-size: 13px;
}
summary {
  cursor: pointer;
  display: flex;
  gap: 7px;
  align-items: center;
  color: var(--soft);
  list-style: none;
}
summary::-webkit-details-marker {
  display: none;
}
summary:hover {
  color: var(--ink);
}
.over {
  color: var(--brick);
  font-weight: 700;
}
.bar {
  width: 40px;
  height: 6px;
  border-radius: 3px;
  background: var(--line);
  overflow: hidden;
}
.bar i,
.line i {
  display: block;
  height: 100%;
  background: var(--accent);
}
.over .bar i {
  background: var(--brick);
}
.more {
  position: absolute;
  right: 0;
  top: calc(100% + 8px);
  z-index: 30;
  width: 340px;
  padding: 14px 16px;
  background: var(--sheet);
  border-radius: var(--radius);
  box-shadow: var(--float);
}
table {
  width: 100%;
  margin: 8px 0 12px;
  border-spacing: 0 3px;
}
td.number {
  text-align: right;
  padding-right: 10px;
}
.line {
  width: 120px;
}
.line i {
  height: 6px;
  border-radius: 3px;
}
.field {
  width: 96px;
  padding: 4px 8px;
  text-align: right;
}
</style>
