<script setup lang="ts">
import { ElButton } from 'element-plus'
import type { Agent, Leg, RelayShown } from '@parrot/contract'
import LegForm from './LegForm.vue'

/** The legs of a relay in their order. */
const props = defineProps<{
  agents: readonly Agent[]
  agentId: string
  inputs: readonly string[]
  problems: RelayShown['problems']
}>()
const legs = defineModel<Leg[]>({ required: true })

function add(): void {
  const taken = new Set([...props.inputs, ...legs.value.map(({ name }) => name)])
  let number = legs.value.length + 1
  while (taken.has(`leg${number}`)) number++
  const before = legs.value.at(-1)
  legs.value.push({
    name: `leg${number}`,
    agent: before?.agent ?? props.agentId,
    task: before ? `What follows from this? {{${before.name}}}` : 'What is to be found out?',
    onlyIf: null,
    each: '',
    alongside: false,
    approval: false,
  })
}
const move = (at: number, by: number) => legs.value.splice(at + by, 0, ...legs.value.splice(at, 1))
/** What a leg can name: inputs, and the legs before it. */
const namesBefore = (at: number) => [...props.inputs, ...legs.value.slice(0, at).map(({ name }) => name)]
</script>

<template>
  <h2>Legs</h2>
  <ol class="bare-list">
    <li v-for="(leg, at) in legs" :key="at">
      <LegForm
        v-model="legs[at]!"
        :at="at"
        :count="legs.length"
        :agents="agents"
        :names="namesBefore(at)"
        :problems="problems.filter((each) => each.leg === leg.name).map(({ problem }) => problem)"
        @move="move(at, $event)"
        @remove="legs.splice(at, 1)"
      />
    </li>
  </ol>
  <ElButton size="small" @click="add">Add a leg</ElButton>
</template>

<style scoped>
h2 {
  margin: var(--gap-5) 0 var(--gap-2);
}
li {
  padding: var(--gap-3) 0;
  border-top: 1px solid var(--line);
}
</style>
