<script setup lang="ts">
import { onBeforeUnmount, onMounted, reactive, ref } from 'vue'
import type { EmbedderState, EmbedderStates } from '@parrot/contract'
import { call, get, wordsFor } from '../api/client'
import { tell, tellFailure } from '../shared/undo'

/** The outside embedder: which one answers, which one is being made ready, and how far that is. */
const states = ref<EmbedderStates>()
const form = reactive({ baseUrl: '', model: '', key: '', isOpen: false, isSetting: false, error: '' })
let timer: ReturnType<typeof setTimeout> | undefined

onMounted(load)
onBeforeUnmount(() => clearTimeout(timer))

async function load(): Promise<void> {
  clearTimeout(timer)
  states.value = await get<EmbedderStates>('/api/settings/embedder').catch(() => states.value)
  if (states.value?.next?.state === 'making') timer = setTimeout(() => void load(), 700)
}

function open(): void {
  const known = states.value?.next ?? states.value?.inUse
  Object.assign(form, { baseUrl: known?.baseUrl ?? '', model: known?.model ?? '', key: '', error: '', isOpen: true })
}

async function set(): Promise<void> {
  const { baseUrl, model, key } = form
  form.isSetting = true
  try {
    await call('PUT', '/api/settings/embedder', { baseUrl, model, ...(key === '' ? {} : { key }) })
    form.isOpen = false
    form.key = ''
    await load()
  } catch (problem) {
    form.error = wordsFor(problem)
  } finally {
    form.isSetting = false
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
      <button v-if="!states.next" type="button" class="btn quiet small danger" @click="remove(states.inUse)">
        Remove
      </button>
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
        <progress v-if="states.next.state === 'making'" :value="percent(states.next)" max="100" />
      </span>
      <button type="button" class="btn quiet small danger" @click="remove(states.next)">
        {{ states.next.state === 'making' ? 'Cancel' : 'Remove' }}
      </button>
    </li>
  </ul>
  <form v-if="form.isOpen" @submit.prevent="set" @keydown.esc.stop="form.isOpen = false">
    <label class="form-line"
      ><span class="label">Base address</span
      ><input v-model="form.baseUrl" class="field" placeholder="http://127.0.0.1:4102/v1" required maxlength="500"
    /></label>
    <label class="form-line"
      ><span class="label">Model</span
      ><input v-model="form.model" class="field" placeholder="embedding" required maxlength="200"
    /></label>
    <label class="form-line"
      ><span class="label">Key</span
      ><input v-model="form.key" class="field" type="password" autocomplete="off" placeholder="if it needs one"
    /></label>
    <p v-if="form.error" class="wrong" role="alert">{{ form.error }}</p>
    <div class="plain-row acts">
      <button class="btn main" :disabled="form.isSetting">{{ form.isSetting ? 'Asking it…' : 'Use it' }}</button>
      <button type="button" class="btn" @click="form.isOpen = false">Cancel</button>
    </div>
  </form>
  <button v-else type="button" class="btn add" @click="open">
    {{ states?.inUse || states?.next ? 'Use another one' : 'Set up an embedder' }}
  </button>
</template>

<style scoped>
progress {
  display: block;
  width: 100%;
  max-width: 420px;
  height: 6px;
  margin-top: 5px;
  accent-color: var(--accent);
}
.acts {
  margin-top: 10px;
}
.add {
  justify-self: start;
  width: auto;
}
</style>
