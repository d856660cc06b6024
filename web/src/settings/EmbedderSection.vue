<script setup lang="ts">
import { ElButton, ElInput, ElProgress } from 'element-plus'
import { onMounted, ref } from 'vue'
import { useTimeoutFn } from '@vueuse/core'
import type { EmbedderState, EmbedderStates } from '@parrot/contract'
import { call, get, wordsFor } from '../api/client'
import { tell, tellFailure } from '../shared/undo'

/** The outside embedder: which one answers, which one is being made ready, and how far that is. */
const states = ref<EmbedderStates>()
const form = ref({ baseUrl: '', model: '', key: '', isOpen: false, isSetting: false, error: '' })
const { start, stop } = useTimeoutFn(() => void load(), 700, { immediate: false })
onMounted(load)

async function load(): Promise<void> {
  stop()
  states.value = await get<EmbedderStates>('/api/settings/embedder').catch(() => states.value)
  if (states.value?.next?.state === 'making') start()
}

function open(): void {
  const known = states.value?.next ?? states.value?.inUse
  Object.assign(form.value, {
    baseUrl: known?.baseUrl ?? '',
    model: known?.model ?? '',
    key: '',
    error: '',
    isOpen: true,
  })
}

async function set(): Promise<void> {
  const { baseUrl, model, key } = form.value
  form.value.isSetting = true
  try {
    await call('PUT', '/api/settings/embedder', { baseUrl, model, ...(key === '' ? {} : { key }) })
    form.value.isOpen = false
    form.value.key = ''
    await load()
  } catch (problem) {
    form.value.error = wordsFor(problem)
  } finally {
    form.value.isSetting = false
  }
}

async function remove(what: EmbedderState): Promise<void> {
  try {
    states.value = await call<EmbedderStates>('DELETE', '/api/settings/embedder')
    const again = () =>
      call('PUT', '/api/settings/embedder', { baseUrl: what.baseUrl, model: what.model }).then(() => load())
    tell(
      what.state === 'inUse' ? 'The library is searched by words alone again.' : 'It is no longer made ready.',
      what.hasKey ? undefined : again,
    )
  } catch (problem) {
    tellFailure(problem)
  }
}

const percent = ({ done, total }: EmbedderState): number => (total === 0 ? 0 : Math.round((100 * done) / total))
</script>

<template>
  <ul v-if="states && (states.inUse || states.next)" class="plain-rows">
    <li v-if="states.inUse" class="plain-row">
      <span class="grow"
        ><b>{{ states.inUse.model }}</b> <span class="soft">at {{ states.inUse.baseUrl }}, answers</span></span
      >
      <ElButton v-if="!states.next" type="danger" text size="small" @click="remove(states.inUse)"> Remove </ElButton>
    </li>
    <li v-if="states.next" class="plain-row" role="status">
      <span class="grow"
        ><b>{{ states.next.model }}</b>
        <span class="soft"> at {{ states.next.baseUrl }}, </span>
        <template v-if="states.next.state === 'making'"
          >{{ states.next.done }} of {{ states.next.total }} passages made ready<template v-if="states.inUse"
            >; the other one answers until then</template
          ></template
        >
        <span v-else class="wrong">failed. {{ states.next.error }}</span>
        <ElProgress
          v-if="states.next.state === 'making'"
          class="bar"
          :percentage="percent(states.next)"
          :show-text="false"
          aria-label="Passages made ready"
        />
      </span>
      <ElButton type="danger" text size="small" @click="remove(states.next)">
        {{ states.next.state === 'making' ? 'Cancel' : 'Remove' }}
      </ElButton>
    </li>
  </ul>
  <form v-if="form.isOpen" @submit.prevent="set" @keydown.esc.stop="form.isOpen = false">
    <label class="form-line"
      ><span class="label">Base address</span
      ><ElInput v-model="form.baseUrl" placeholder="http://127.0.0.1:4102/v1" required maxlength="500"
    /></label>
    <label class="form-line"
      ><span class="label">Model</span><ElInput v-model="form.model" placeholder="embedding" required maxlength="200"
    /></label>
    <label class="form-line"
      ><span class="label">Key</span
      ><ElInput v-model="form.key" type="password" autocomplete="off" placeholder="if it needs one"
    /></label>
    <p v-if="form.error" class="wrong" role="alert">{{ form.error }}</p>
    <div class="plain-row acts">
      <ElButton native-type="submit" type="primary" :disabled="form.isSetting">{{
        form.isSetting ? 'Asking it…' : 'Use it'
      }}</ElButton>
      <ElButton @click="form.isOpen = false">Cancel</ElButton>
    </div>
  </form>
  <ElButton v-else class="add" @click="open">
    {{ states?.inUse || states?.next ? 'Use another one' : 'Set up an embedder' }}
  </ElButton>
</template>

<style scoped>
.bar {
  max-width: 420px;
  margin-top: var(--gap-1);
}
.acts {
  margin-top: var(--gap-3);
}
.add {
  justify-self: start;
  width: auto;
}
</style>
