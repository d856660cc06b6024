<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import type { Endpoint, EndpointOptions } from '@parrot/contract'
import { call, post, wordsFor } from '../api/client'
import { ElAutocomplete, ElInputNumber } from '../design/elements'

/** One endpoint: where it is, which model, its key, and how it is asked. */
const props = defineProps<{ endpoint?: Endpoint; others: readonly Endpoint[] }>()
const emit = defineEmits<{ saved: [isNew: boolean]; cancel: [] }>()

const UNSET: EndpointOptions = {
  temperature: null,
  maxTokens: null,
  seed: null,
  contextTokens: null,
  priceIn: null,
  priceOut: null,
  currency: '€',
  next: null,
}
const form = reactive({
  name: props.endpoint?.name ?? '',
  baseUrl: props.endpoint?.baseUrl ?? '',
  model: props.endpoint?.model ?? '',
  key: '',
  options: { ...UNSET, ...props.endpoint?.options },
})
const error = ref('')
const models = ref<string[]>([])
const nexts = computed(() => props.others.filter(({ id }) => id !== props.endpoint?.id))

/** What the endpoint itself says it serves, asked for once its address is written. */
let asking: ReturnType<typeof setTimeout> | undefined
watch(
  () => [form.baseUrl, form.key],
  () => {
    clearTimeout(asking)
    asking = setTimeout(() => void listModels(), 500)
  },
  { immediate: true },
)
async function listModels(): Promise<void> {
  if (!/^https?:\/\/\S+/.test(form.baseUrl)) return
  const body = {
    baseUrl: form.baseUrl,
    ...(form.key === '' ? {} : { key: form.key }),
    ...(props.endpoint ? { id: props.endpoint.id } : {}),
  }
  models.value = (await post<{ models: string[] }>('/api/endpoints/models', body).catch(() => ({ models: [] }))).models
}
const suggest = (typed: string, show: (all: { value: string }[]) => void): void =>
  show(models.value.filter((model) => model === form.model || model.includes(typed)).map((value) => ({ value })))

async function save(): Promise<void> {
  const { name, baseUrl, model, key, options } = form
  const body = { name, baseUrl, model, options, ...(key === '' && props.endpoint ? {} : { key }) }
  try {
    await (props.endpoint ? call('PUT', `/api/endpoints/${props.endpoint.id}`, body) : post('/api/endpoints', body))
    emit('saved', !props.endpoint)
  } catch (problem) {
    error.value = wordsFor(problem)
  }
}

const NUMBERS = [
  ['temperature', 'Temperature', 'How freely it words things, 0 to 2', { min: 0, max: 2, step: 0.1 }],
  ['maxTokens', 'Longest reply', 'In tokens, about four letters each', { min: 16, max: 200_000, step: 100 }],
  [
    'contextTokens',
    'Context',
    'Tokens that prompt and answer may have together; passages are chosen to fit',
    { min: 1000, max: 4_000_000, step: 1000 },
  ],
  [
    'seed',
    'Seed',
    'The same answer to the same prompt, where the endpoint can',
    { min: 0, max: 2_147_483_647, step: 1 },
  ],
  ['priceIn', 'Price in', 'A million tokens of prompt', { min: 0, max: 10_000, step: 0.1 }],
  ['priceOut', 'Price out', 'A million tokens of answer', { min: 0, max: 10_000, step: 0.1 }],
] as const
</script>

<template>
  <form @submit.prevent="save" @keydown.esc.stop="emit('cancel')">
    <label class="form-line"
      ><span class="label">Name</span
      ><input v-model="form.name" class="field" placeholder="What you call it" required maxlength="80"
    /></label>
    <label class="form-line"
      ><span class="label">Base address</span
      ><input v-model="form.baseUrl" class="field" placeholder="http://127.0.0.1:4102/v1" required maxlength="500"
    /></label>
    <label class="form-line"
      ><span class="label">Key</span
      ><input
        v-model="form.key"
        class="field"
        type="password"
        autocomplete="off"
        :placeholder="endpoint ? 'leave empty to keep the key that is set' : 'if it needs one'"
    /></label>
    <div class="form-line">
      <span class="label">Model</span>
      <span>
        <ElAutocomplete
          aria-label="Model"
          v-model="form.model"
          :fetch-suggestions="suggest"
          placeholder="Its name at the endpoint"
          :maxlength="200"
          required
          fit-input-width
        />
        <span class="small soft count" role="status">{{
          models.length ? `The endpoint tells of ${models.length} models.` : ''
        }}</span>
      </span>
    </div>
    <details :open="Object.entries(form.options).some(([name, value]) => name !== 'currency' && value !== null)">
      <summary>How it is asked, what it costs, and what answers when it fails</summary>
      <div v-for="[field, label, help, bounds] in NUMBERS" :key="field" class="form-line">
        <span class="label">{{ label }}</span>
        <span class="number">
          <ElInputNumber
            v-model="form.options[field]"
            v-bind="bounds"
            :aria-label="label"
            :value-on-clear="null"
            controls-position="right"
          />
          <span class="small soft">{{ help }}</span>
        </span>
      </div>
      <label class="form-line"
        ><span class="label">Currency</span><input v-model="form.options.currency" class="field short" maxlength="4"
      /></label>
      <label class="form-line"
        ><span class="label">When it fails</span>
        <select v-model="form.options.next" class="field">
          <option :value="null">the visitor is told so</option>
          <option value="built-in">the built-in model answers</option>
          <option v-for="each in nexts" :key="each.id" :value="each.id">{{ each.name }} answers</option>
        </select>
      </label>
    </details>
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <div class="plain-row acts">
      <button class="btn main">{{ endpoint ? 'Save' : 'Set up' }}</button>
      <button type="button" class="btn" @click="emit('cancel')">Cancel</button>
    </div>
  </form>
</template>

<style scoped>
.number {
  display: flex;
  gap: 12px;
  align-items: center;
}
.short {
  width: 80px;
}
.count {
  margin-left: 10px;
}
details {
  margin-top: 8px;
}
summary {
  cursor: pointer;
  color: var(--accent-deep);
  padding: 4px 0;
}
.acts {
  margin-top: 10px;
}
@media (max-width: 720px) {
  .number {
    flex-wrap: wrap;
  }
}
</style>
