<script setup lang="ts">
import { computed, ref } from 'vue'
import { ElButton, ElInput } from 'element-plus'
import type { ToolOperation, ToolTried } from '@parrot/contract'
import { post } from '../api/client'
import ChoiceField from '../shared/ChoiceField.vue'
import { useActing } from '../shared/acting'
import { linesOf, pathsIn, valuesOf } from './kinds'

/** Calls an operation with what one fills in, shows what went and came, and keeps an answer for tests. */
const props = defineProps<{
  toolId: string
  /** Keeps what was changed just now: it is what is tried. */
  keep: () => Promise<void>
}>()
const emit = defineEmits<{ tried: [] }>()
const operation = defineModel<ToolOperation>({ required: true })
const typed = ref<Record<string, string>>({})
const result = ref<ToolTried>()
const { error, isBusy, act } = useActing()
const lines = computed(() => linesOf(operation.value.input))
const choicesFor = (choices: readonly string[]) => [
  ['', 'left out'] as const,
  ...choices.map((each) => [each, each] as const),
]

const tryIt = (isDry: boolean) =>
  act(async () => {
    await props.keep()
    const input = valuesOf(lines.value, typed.value)
    result.value = await post<ToolTried>(`/api/tools/${props.toolId}/try`, {
      operation: operation.value.name,
      input,
      isDry,
    })
    if (!isDry) emit('tried')
  })

const set = (part: Partial<ToolOperation>) => (operation.value = { ...operation.value, ...part })
/** What can be taken of the last reply, to choose from. */
const paths = computed(() => {
  try {
    return pathsIn(JSON.parse(result.value?.reply ?? ''))
  } catch {
    return []
  }
})
const pathChoices = computed(() => [
  ['', 'all of it'] as const,
  ...paths.value.map(({ path, example }) => [path, `${path}  ${example}`] as const),
  ...(operation.value.take && !paths.value.some(({ path }) => path === operation.value.take)
    ? [[operation.value.take, operation.value.take] as const]
    : []),
])
const pretty = (text: string) => {
  try {
    return JSON.stringify(JSON.parse(text), null, 2)
  } catch {
    return text
  }
}
</script>

<template>
  <section class="try">
    <h2>Try it</h2>
    <form @submit.prevent="tryIt(false)">
      <div v-for="line in lines" :key="line.name" class="field">
        <span class="label">{{ line.name }}<template v-if="line.required"> *</template></span>
        <ChoiceField
          v-if="line.choices.length"
          :model-value="typed[line.name] ?? ''"
          :options="choicesFor(line.choices)"
          :about="line.name"
          @update:model-value="typed[line.name] = $event ?? ''"
        />
        <ElInput
          v-else
          v-model="typed[line.name]"
          :aria-label="line.name"
          :placeholder="line.type === 'date' ? '2027-03-12' : line.description"
        />
      </div>
      <div class="acts">
        <ElButton native-type="submit" type="primary" :disabled="isBusy">{{
          isBusy ? 'Asking …' : 'Call it'
        }}</ElButton>
        <ElButton :disabled="isBusy" @click="tryIt(true)">Show what would be sent</ElButton>
      </div>
    </form>
    <p v-if="operation.changes" class="warm small">◐ “Call it” really does it.</p>
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <div v-if="result" role="status">
      <template v-if="result.request">
        <p class="label">{{ result.reply === null ? 'Would be sent' : 'Sent' }}</p>
        <pre tabindex="0">{{ result.request.method }} {{ result.request.url }}
<template v-for="(value, name) in result.request.headers" :key="name">{{ name }}: {{ value }}
</template>{{ result.request.body && `\n${pretty(result.request.body)}` }}</pre>
      </template>
      <template v-if="result.reply !== null">
        <p class="label" :class="{ wrong: result.isFailed }">
          {{ result.isFailed ? '✕ It failed' : '✓ Came back' }}, {{ Math.round(result.tookMs) }} ms
        </p>
        <pre tabindex="0">{{ result.isFailed ? result.result : pretty(result.reply) }}</pre>
      </template>
    </div>
    <div v-if="paths.length || operation.take" class="field">
      <span class="label">Taken of it</span>
      <ChoiceField
        :model-value="operation.take"
        :options="pathChoices"
        about="What is taken of the reply"
        can-filter
        @update:model-value="set({ take: $event ?? '' })"
      />
    </div>
    <div class="standin">
      <p class="label">Answers in tests</p>
      <ElInput
        :model-value="operation.standIn ?? ''"
        type="textarea"
        :autosize="{ minRows: 2, maxRows: 8 }"
        placeholder="Nothing stands in yet. Call it and keep what came back, or write an answer."
        aria-label="What answers in tests"
        @update:model-value="set({ standIn: $event === '' ? null : $event })"
      />
      <ElButton
        v-if="result?.result && !result.isFailed && result.reply !== null"
        size="small"
        @click="set({ standIn: pretty(result.result) })"
        >Keep what came back</ElButton
      >
    </div>
  </section>
</template>

<style scoped>
.field {
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr);
  gap: var(--gap-2);
  align-items: center;
  margin-bottom: var(--gap-2);
}
.acts {
  margin: var(--gap-2) 0;
}
h2 {
  margin-bottom: var(--gap-2);
}
pre {
  max-height: 260px;
  margin: var(--gap-1) 0 var(--gap-3);
  padding: var(--gap-2) var(--gap-3);
  overflow: auto;
  border: 1px solid var(--line);
  border-radius: var(--radius);
  background: var(--sheet);
  font: var(--text-small) / 1.5 var(--mono);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.standin {
  display: grid;
  gap: var(--gap-1);
  justify-items: start;
  margin-top: var(--gap-3);
}
.warm {
  color: var(--warm);
}
</style>
