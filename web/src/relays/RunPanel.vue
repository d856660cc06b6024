<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useIntervalFn } from '@vueuse/core'
import { ElButton, ElDatePicker, ElInput } from 'element-plus'
import type { RelayShown, RunShown } from '@parrot/contract'
import { get, post } from '../api/client'
import { useAgent } from '../frame/agentStore'
import ChoiceField from '../shared/ChoiceField.vue'
import { useActing } from '../shared/acting'
import { useLoaded } from '../shared/load'
import { moment } from '../shared/when'
import RunLegs from './RunLegs.vue'
import { isOver, RUN_WORDS } from './states'

/** Runs a relay, and shows its runs leg by leg while they go on. */
const props = defineProps<{ relay: RelayShown; agentId: string; keep: () => Promise<void> }>()
const store = useAgent()
const typed = ref<Record<string, string>>({})
const chosen = ref('')
const { error, isBusy, act } = useActing()
type Line = Pick<RunShown, 'id' | 'status' | 'by' | 'startedAt' | 'endedAt'>
const runs = useLoaded(() => get<{ runs: Line[] }>(`/api/relays/${props.relay.id}/runs`))
const run = useLoaded(() => get<RunShown>(`/api/runs/${chosen.value}`))

async function load(): Promise<void> {
  await runs.load()
  if (!chosen.value) chosen.value = runs.data.value?.runs[0]?.id ?? ''
  if (chosen.value) await run.load()
}
onMounted(load)
watch(() => store.ticks.relays, load)
watch(chosen, () => chosen.value && run.load())
// A connection that broke tells of nothing: what is at work is looked at now and then.
const isAtWork = computed(() => run.data.value && !isOver(run.data.value.status) && run.data.value.status !== 'waiting')
useIntervalFn(() => isAtWork.value && void load(), 3000)

const begin = () =>
  act(async () => {
    await props.keep()
    chosen.value = (await post<{ id: string }>(`/api/relays/${props.relay.id}/runs`, { inputs: typed.value })).id
    await load()
  })
const stop = () => act(() => post(`/api/runs/${chosen.value}/cancel`).then(load))
const choicesFor = (choices: readonly string[]) => choices.map((each) => [each, each] as const)
</script>

<template>
  <h2>Run it</h2>
  <form @submit.prevent="begin">
    <div v-for="input in relay.inputs" :key="input.name" class="form-line">
      <span class="label">{{ input.name }}<template v-if="input.required"> *</template></span>
      <ChoiceField
        v-if="input.type === 'choice'"
        v-model="typed[input.name]"
        :options="choicesFor(input.choices)"
        :about="input.name"
      />
      <ElDatePicker
        v-else-if="input.type === 'date'"
        v-model="typed[input.name]"
        value-format="YYYY-MM-DD"
        format="D MMM YYYY"
        :aria-label="input.name"
      />
      <ElInput
        v-else
        v-model="typed[input.name]"
        :aria-label="input.name"
        :placeholder="input.type === 'feed' ? 'read when it begins' : ''"
      />
    </div>
    <ElButton native-type="submit" type="primary" :disabled="isBusy || relay.problems.length > 0">Run</ElButton>
    <span v-if="relay.problems.length" class="warm small">◐ {{ relay.problems[0]!.problem }}</span>
  </form>
  <p v-if="error" class="wrong" role="alert">{{ error }}</p>
  <section v-if="run.data.value" class="run">
    <header>
      <h2>{{ RUN_WORDS[run.data.value.status] }}</h2>
      <span class="soft small">{{ moment(run.data.value.startedAt) }}, by {{ run.data.value.by }}</span>
      <ElButton v-if="!isOver(run.data.value.status)" text size="small" @click="stop">Stop</ElButton>
    </header>
    <RunLegs :run="run.data.value" :agent-id="agentId" @changed="load" />
  </section>
  <p v-else-if="runs.data.value?.runs.length === 0" class="soft">It was not run yet.</p>
  <template v-if="(runs.data.value?.runs.length ?? 0) > 1">
    <h2>Earlier runs</h2>
    <ul class="bare-list">
      <li v-for="line in runs.data.value!.runs" :key="line.id">
        <ElButton text size="small" :aria-pressed="line.id === chosen" @click="chosen = line.id"
          >{{ moment(line.startedAt) }}, {{ RUN_WORDS[line.status] }}, by {{ line.by }}</ElButton
        >
      </li>
    </ul>
  </template>
</template>

<style scoped>
h2 {
  margin-bottom: var(--gap-2);
}
.run {
  margin-top: var(--gap-4);
}
header {
  display: flex;
  gap: var(--gap-2);
  align-items: baseline;
  text-transform: none;
}
header h2::first-letter {
  text-transform: uppercase;
}
.warm {
  margin-left: var(--gap-2);
  color: var(--warm);
}
</style>
