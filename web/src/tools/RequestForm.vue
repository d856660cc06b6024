<script setup lang="ts">
import { computed } from 'vue'
import { ElButton, ElInput } from 'element-plus'
import type { RequestTemplate } from '@parrot/contract'
import ChoiceField from '../shared/ChoiceField.vue'

/** How an operation is asked: method, address, what stands behind it, and the body; inputs stand in places like {{day}}. */
const props = defineProps<{ inputs: readonly string[] }>()
const request = defineModel<RequestTemplate>({ required: true })
const set = (part: Partial<RequestTemplate>) => (request.value = { ...request.value, ...part })
const METHODS = (['GET', 'POST', 'PUT', 'PATCH', 'DELETE'] as const).map((method) => [method, method] as const)
const places = computed(() => props.inputs.map((name) => `{{${name}}}`).join(' '))

/** Lines of a name and what stands behind it, in the order they are written. */
const PARTS = [
  ['query', 'Behind the “?”'],
  ['headers', 'Headers'],
] as const
const linesIn = (part: 'query' | 'headers') => Object.entries(request.value[part])
const setLines = (part: 'query' | 'headers', lines: readonly (readonly [string, string])[]) =>
  set({ [part]: Object.fromEntries(lines) })
const setName = (part: 'query' | 'headers', at: number, name: string) =>
  setLines(
    part,
    linesIn(part).map((line, n) => (n === at ? [name, line[1]] : line)),
  )
const setValue = (part: 'query' | 'headers', at: number, value: string) =>
  setLines(
    part,
    linesIn(part).map((line, n) => (n === at ? [line[0], value] : line)),
  )
const addLine = (part: 'query' | 'headers') => {
  const free = props.inputs.find((name) => !(name in request.value[part])) ?? 'name'
  setLines(part, [...linesIn(part), [free, props.inputs.includes(free) ? `{{${free}}}` : '']])
}
const takeAway = (part: 'query' | 'headers', at: number) =>
  setLines(
    part,
    linesIn(part).filter((_, n) => n !== at),
  )
const BODY = '{"day": "{{day}}"}'
const body = computed(() => (typeof request.value.body === 'string' ? request.value.body : ''))
</script>

<template>
  <div class="form-line">
    <span class="label">It asks</span>
    <div>
      <span class="acts">
        <ChoiceField
          class="method"
          :model-value="request.method"
          :options="METHODS"
          about="Method"
          @update:model-value="set({ method: $event ?? 'GET' })"
        />
        <ElInput
          class="url"
          :model-value="request.url"
          maxlength="2000"
          placeholder="/sailings/{{island}}, below the base address, or a whole one"
          aria-label="Address"
          @update:model-value="set({ url: $event })"
        />
      </span>
      <p v-if="places" class="soft small">Places that are filled: {{ places }}</p>
    </div>
  </div>
  <div v-for="[part, label] in PARTS" :key="part" class="form-line">
    <span class="label">{{ label }}</span>
    <div>
      <div v-for="([name, value], at) in linesIn(part)" :key="at" class="pair">
        <ElInput
          :model-value="name"
          :aria-label="`${label} ${at + 1}: name`"
          @update:model-value="setName(part, at, $event)"
        />
        <ElInput
          :model-value="value"
          :aria-label="`${label} ${at + 1}: value`"
          @update:model-value="setValue(part, at, $event)"
        />
        <ElButton text size="small" :aria-label="`Remove ${name}`" @click="takeAway(part, at)">×</ElButton>
      </div>
      <ElButton text size="small" @click="addLine(part)">Add a line</ElButton>
    </div>
  </div>
  <label v-if="request.method !== 'GET'" class="form-line"
    ><span class="label">Body</span
    ><ElInput
      type="textarea"
      :autosize="{ minRows: 2, maxRows: 10 }"
      :model-value="body"
      :placeholder="BODY"
      @update:model-value="set({ body: $event === '' ? null : $event })"
  /></label>
</template>

<style scoped>
.method {
  min-width: 100px;
}
.url {
  flex: 1;
  min-width: 180px;
}
.pair {
  display: grid;
  grid-template-columns: minmax(80px, 1fr) minmax(0, 2fr) auto;
  gap: var(--gap-1);
  margin-bottom: var(--gap-1);
}
</style>
