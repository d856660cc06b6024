<script setup lang="ts">
import { computed } from 'vue'
import { ElInput, ElSwitch } from 'element-plus'
import type { ToolKind, ToolOperation } from '@parrot/contract'
import InputLines from './InputLines.vue'
import { linesOf, schemaOf, type InputLine } from './kinds'
import RequestForm from './RequestForm.vue'

/** One thing a tool does: what it is called, what it is given, and, of one put together here, how it is asked. */
const props = defineProps<{ kind: ToolKind }>()
const operation = defineModel<ToolOperation>({ required: true })
const isOwn = computed(() => props.kind === 'http')
const set = (part: Partial<ToolOperation>) => (operation.value = { ...operation.value, ...part })
const lines = computed({
  get: () => linesOf(operation.value.input),
  set: (next: InputLine[]) => set({ input: schemaOf(next) }),
})
</script>

<template>
  <h2>{{ operation.title || operation.name }}</h2>
  <label class="form-line"
    ><span class="label">Called</span
    ><ElInput :model-value="operation.title" maxlength="120" @update:model-value="set({ title: $event })"
  /></label>
  <label class="form-line"
    ><span class="label">What it does</span
    ><ElInput
      :model-value="operation.description"
      type="textarea"
      autosize
      maxlength="4000"
      placeholder="for people, and for a language model that decides whether to use it"
      @update:model-value="set({ description: $event })"
  /></label>
  <div class="form-line">
    <span class="label">It changes something</span>
    <span class="acts">
      <ElSwitch
        :model-value="operation.changes"
        aria-label="It changes something outside"
        @update:model-value="set({ changes: $event === true })"
      />
      <span class="soft small">{{
        operation.changes ? 'done once with the same, and never while you try an agent' : 'it only looks something up'
      }}</span>
    </span>
  </div>
  <RequestForm
    v-if="isOwn && operation.request"
    :model-value="operation.request"
    :inputs="lines.map(({ name }) => name)"
    @update:model-value="set({ request: $event })"
  />
  <InputLines v-model="lines" :is-fixed="!isOwn" />
</template>

<style scoped>
h2 {
  margin: var(--gap-5) 0 var(--gap-2);
}
</style>
