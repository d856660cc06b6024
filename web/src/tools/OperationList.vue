<script setup lang="ts">
import { computed, ref } from 'vue'
import { ElButton, ElCheckbox } from 'element-plus'
import type { ToolKind, ToolOperation } from '@parrot/contract'
import { holdsAll } from '@parrot/contract'
import FilterField from '../shared/FilterField.vue'
import PageTurner from '../shared/PageTurner.vue'
import { usePages } from '../shared/pages'

/** What a tool offers: each can be switched on, and looked at. */
defineProps<{ kind: ToolKind }>()
const operations = defineModel<ToolOperation[]>({ required: true })
const chosen = defineModel<string>('chosen', { required: true })
defineEmits<{ add: []; refresh: [] }>()

const SEARCHED_FROM = 9
const PAGE = 12
const words = ref('')
const found = computed(() =>
  operations.value.filter(({ name, title, description }) => holdsAll(words.value)(`${name} ${title} ${description}`)),
)
const { page, shown } = usePages(found, PAGE, () => words.value)
const setOn = (operation: ToolOperation, isOn: boolean) => {
  operations.value = operations.value.map((each) => (each.name === operation.name ? { ...each, isOn } : each))
}
</script>

<template>
  <h2>What it offers</h2>
  <FilterField v-if="operations.length >= SEARCHED_FROM" v-model="words" label="Find an operation" />
  <ul class="bare-list">
    <li v-for="operation in shown" :key="operation.name" :class="{ chosen: operation.name === chosen }">
      <ElCheckbox
        :model-value="operation.isOn"
        :aria-label="`Use ${operation.title || operation.name}`"
        @update:model-value="setOn(operation, $event === true)"
      />
      <ElButton text class="pick" :aria-pressed="operation.name === chosen" @click="chosen = operation.name">
        <span class="what">{{ operation.title || operation.name }}</span>
        <span class="soft small"
          >{{ operation.name }}<template v-if="operation.changes"> · changes something</template></span
        >
      </ElButton>
    </li>
  </ul>
  <PageTurner v-model="page" :total="found.length" :size="PAGE" />
  <ElButton v-if="kind === 'http'" size="small" @click="$emit('add')">Add a request</ElButton>
  <ElButton v-if="kind === 'mcp'" size="small" @click="$emit('refresh')">Look anew what it offers</ElButton>
</template>

<style scoped>
h2 {
  margin: var(--gap-5) 0 var(--gap-2);
}
ul {
  margin: var(--gap-2) 0;
}
li {
  display: flex;
  gap: var(--gap-2);
  align-items: center;
  padding: 0 var(--gap-2);
  border-top: 1px solid var(--line);
  border-left: 3px solid transparent;
}
.chosen {
  background: var(--sheet);
  border-left-color: var(--accent);
}
.pick {
  flex: 1;
  justify-content: flex-start;
  height: auto;
  min-width: 0;
  text-align: start;
  white-space: normal;
}
.pick > :deep(span) {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--gap-2);
  align-items: baseline;
}
.what {
  color: var(--ink);
}
</style>
