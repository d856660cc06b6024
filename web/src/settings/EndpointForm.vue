<script setup lang="ts">
import { ElAutocomplete, ElButton, ElCollapse, ElCollapseItem, ElInput, ElInputNumber } from 'element-plus'
import { computed, ref } from 'vue'
import { watchDebounced } from '@vueuse/core'
import type { Endpoint, EndpointOptions } from '@parrot/contract'
import { call, post, wordsFor } from '../api/client'
import ChoiceField from '../shared/ChoiceField.vue'

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
const form = ref({
  name: props.endpoint?.name ?? '',
  baseUrl: props.endpoint?.baseUrl ?? '',
  model: props.endpoint?.model ?? '',
  key: '',
  options: { ...UNSET, ...props.endpoint?.options },
})
const error = ref('')
const models = ref<string[]>([])
/** Who answers when it does not. */
const nexts = computed((): (readonly [string | null, string])[] => [
  [null, 'the visitor is told so'],
  ['built-in', 'the built-in model answers'],
  ...props.others.filter(({ id }) => id !== props.endpoint?.id).map(({ id, name }) => [id, `${name} answers`] as const),
])
const isSet = Object.entries(form.value.options).some(([name, value]) => name !== 'currency' && value !== null)
const opened = ref(isSet ? ['how'] : [])

/** What the endpoint itself says it serves, asked for once its address is written. */
watchDebounced(() => [form.value.baseUrl, form.value.key], listModels, { debounce: 500, immediate: true })
async function listModels(): Promise<void> {
  if (!/^https?:\/\/\S+/.test(form.value.baseUrl)) return
  const body = {
    baseUrl: form.value.baseUrl,
    ...(form.value.key === '' ? {} : { key: form.value.key }),
    ...(props.endpoint ? { id: props.endpoint.id } : {}),
  }
  models.value = (await post<{ models: string[] }>('/api/endpoints/models', body).catch(() => ({ models: [] }))).models
}
const suggest = (typed: string, show: (all: { value: string }[]) => void): void =>
  show(models.value.filter((model) => model === form.value.model || model.includes(typed)).map((value) => ({ value })))

async function save(): Promise<void> {
  const { name, baseUrl, model, key, options } = form.value
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
      ><ElInput v-model="form.name" placeholder="What you call it" required maxlength="80"
    /></label>
    <label class="form-line"
      ><span class="label">Base address</span
      ><ElInput v-model="form.baseUrl" placeholder="http://127.0.0.1:4102/v1" required maxlength="500"
    /></label>
    <label class="form-line"
      ><span class="label">Key</span
      ><ElInput
        v-model="form.key"
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
    <ElCollapse v-model="opened" class="more">
      <ElCollapseItem name="how" title="How it is asked, what it costs, and what answers when it fails">
        <div v-for="[field, label, help, bounds] in NUMBERS" :key="field" class="form-line">
          <span class="label">{{ label }}</span>
          <span class="acts">
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
          ><span class="label">Currency</span><ElInput v-model="form.options.currency" class="short" maxlength="4"
        /></label>
        <div class="form-line">
          <span class="label">When it fails</span>
          <ChoiceField v-model="form.options.next" about="When it fails" :options="nexts" />
        </div>
      </ElCollapseItem>
    </ElCollapse>
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <div class="plain-row acts">
      <ElButton native-type="submit" type="primary">{{ endpoint ? 'Save' : 'Set up' }}</ElButton>
      <ElButton @click="emit('cancel')">Cancel</ElButton>
    </div>
  </form>
</template>

<style scoped>
.short {
  width: 80px;
}
.count {
  margin-left: var(--gap-3);
}
.acts {
  margin-top: var(--gap-3);
}
</style>
