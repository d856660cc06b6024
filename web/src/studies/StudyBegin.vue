<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
import { computed, ref } from 'vue'
import type { Agent, Check, Edition, Endpoint, StudyKind, StudyRequest, StudySide } from '@parrot/contract'
import { get } from '../api/client'
import CheckRow from '../rehearse/CheckRow.vue'
import { checkOfChoice, isBlank } from '../rehearse/checks'
import ChoiceField from '../shared/ChoiceField.vue'
import { KIND_ORDER, KINDS } from './kinds'

/** Begins a study: one click, or a line and what its answer should be, or the two sides to be compared. */
const props = defineProps<{ agentId: string; isBusy: boolean }>()
const emit = defineEmits<{ begin: [request: StudyRequest] }>()

const asking = ref<'bisect' | 'compare'>()
const question = ref('')
const check = ref<Check>(checkOfChoice('includes'))
const other = ref('bare')
const lines = ref('')
const sides = ref<(readonly [string, string])[]>([])
const sideOf = (key: string): StudySide => {
  const [kind, id] = [key.slice(0, key.indexOf(':')), key.slice(key.indexOf(':') + 1)]
  if (kind === 'edition') return { edition: Number(id) }
  if (kind === 'model') return { model: id === '' ? null : id }
  return kind === 'agent' ? { agent: id } : { bare: true }
}

function choose(kind: StudyKind): void {
  if (kind === 'effects' || kind === 'coverage') emit('begin', { kind })
  else if (kind === 'stress') emit('begin', { kind, seed: 1 })
  else {
    asking.value = asking.value === kind ? undefined : kind
    if (kind === 'compare') void loadSides()
  }
}

async function loadSides(): Promise<void> {
  const none = { editions: [] as Edition[], endpoints: [] as Endpoint[], agents: [] as Agent[] }
  const [{ editions }, { endpoints }, { agents }] = await Promise.all([
    get<{ editions: Edition[] }>(`/api/agents/${props.agentId}/editions`).catch(() => none),
    get<{ endpoints: Endpoint[] }>('/api/endpoints').catch(() => none),
    get<{ agents: Agent[] }>('/api/agents').catch(() => none),
  ])
  sides.value = [
    ['bare', 'the bare instructions'],
    ...editions.map(({ number }) => [`edition:${number}`, `edition ${number}`] as const),
    ['model:', 'the built-in model'],
    ...endpoints.map(({ id, name }) => [`model:${id}`, name] as const),
    ...agents.filter(({ id }) => id !== props.agentId).map(({ id, name }) => [`agent:${id}`, name] as const),
  ]
}

const isReady = computed(() => asking.value !== 'bisect' || (question.value.trim() !== '' && !isBlank(check.value)))
function start(): void {
  if (asking.value === 'bisect')
    emit('begin', { kind: 'bisect', question: question.value, before: [], check: check.value })
  if (asking.value === 'compare') {
    const questions = lines.value
      .split('\n')
      .map((line) => line.trim())
      .filter((line) => line !== '')
    emit('begin', { kind: 'compare', one: 'draft', other: sideOf(other.value), questions })
  }
  asking.value = undefined
}
</script>

<template>
  <ul class="plain-rows">
    <li v-for="kind in KIND_ORDER" :key="kind">
      <div class="plain-row">
        <div class="grow">
          <strong>{{ KINDS[kind].title }}</strong>
          <p class="small soft">{{ KINDS[kind].asks }}</p>
        </div>
        <ElButton
          size="small"
          :disabled="isBusy"
          :aria-expanded="kind === 'bisect' || kind === 'compare' ? asking === kind : undefined"
          :aria-label="`Begin: ${KINDS[kind].title}`"
          @click="choose(kind)"
          >Begin</ElButton
        >
      </div>
      <form v-if="asking === kind" class="inset" @submit.prevent="start" @keydown.esc.stop="asking = undefined">
        <template v-if="kind === 'bisect'">
          <label class="label" for="bisect-question">The line that is asked</label>
          <ElInput id="bisect-question" v-model="question" maxlength="5000" placeholder="Can I bring my dog?" />
          <CheckRow :check="check" lead="the answer" about="What was so" is-short @change="check = $event" />
        </template>
        <template v-else>
          <label class="form-line">
            <span class="label">The draft beside</span>
            <ChoiceField v-model="other" :options="sides" about="The other side" />
          </label>
          <ElInput
            v-model="lines"
            type="textarea"
            :autosize="{ minRows: 1, maxRows: 6 }"
            aria-label="Lines to ask"
            placeholder="one line each, or nothing for every script"
          />
        </template>
        <div class="acts">
          <ElButton native-type="submit" type="primary" size="small" :disabled="!isReady">Begin</ElButton>
          <ElButton size="small" @click="asking = undefined">Cancel</ElButton>
        </div>
      </form>
    </li>
  </ul>
</template>

<style scoped>
.inset {
  margin: var(--gap-2) 0;
}
</style>
