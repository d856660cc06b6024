<script setup lang="ts">
import { computed, ref } from 'vue'
import { useClipboard } from '@vueuse/core'
import { ElButton, ElInput, ElSegmented } from 'element-plus'
import type { Outlet } from '@parrot/contract'
import { call, post } from '../api/client'
import { tell, tellFailure } from '../shared/undo'
import { ago } from '../shared/when'
import { codeFor } from './kinds'

/** What is copied to hand an outlet out: a link, a tag for a site, requests for programs and their keys. */
const props = defineProps<{ outlet: Outlet }>()
const emit = defineEmits<{ keys: [] }>()

const codes = computed(() => codeFor(props.outlet, location.origin))
const which = ref('')
const shown = computed(() => codes.value.find(({ name }) => name === which.value) ?? codes.value[0]!)
const isApi = computed(() => props.outlet.kind === 'api')
const keyName = ref('')
const made = ref('')

const { copy, isSupported } = useClipboard({ legacy: true })
async function copyText(text: string): Promise<void> {
  if (!isSupported.value) return tellFailure(new Error('The browser did not allow copying. Mark the text and copy it.'))
  await copy(text)
  tell('It was copied.')
}

async function makeKey(): Promise<void> {
  try {
    made.value = (await post<{ key: string }>(`/api/outlets/${props.outlet.id}/keys`, { name: keyName.value })).key
    keyName.value = ''
    emit('keys')
  } catch (problem) {
    tellFailure(problem)
  }
}

async function takeBack(id: string): Promise<void> {
  await call('DELETE', `/api/outlets/${props.outlet.id}/keys/${id}`).catch(tellFailure)
  made.value = ''
  emit('keys')
}
</script>

<template>
  <h2>{{ isApi ? 'Ask it from a program' : 'Hand it out' }}</h2>
  <p v-if="(outlet.kind === 'bubble' || outlet.kind === 'frame') && outlet.domains.length === 0" class="warm">
    ◐ Say first on which sites it may stand.
  </p>
  <ElSegmented
    v-if="codes.length > 1"
    :model-value="shown.name"
    :options="codes.map(({ name }) => name)"
    aria-label="Language of the sample"
    @update:model-value="which = String($event)"
  />
  <p v-else class="soft small">{{ shown.name }}</p>
  <pre class="code" tabindex="0">{{ shown.code }}</pre>
  <ElButton size="small" @click="copyText(shown.code)">Copy</ElButton>
  <template v-if="isApi">
    <h2>Keys</h2>
    <ul v-if="outlet.keys.length" class="plain-rows">
      <li v-for="key in outlet.keys" :key="key.id" class="plain-row">
        <span class="grow"
          ><b>{{ key.name }}</b>
          <span class="soft small"> · {{ key.lastUsedAt ? `used ${ago(key.lastUsedAt)}` : 'not used yet' }}</span></span
        >
        <ElButton type="danger" text size="small" @click="takeBack(key.id)">Take back</ElButton>
      </li>
    </ul>
    <form class="plain-row" @submit.prevent="makeKey">
      <ElInput
        v-model="keyName"
        class="grow"
        maxlength="80"
        placeholder="what it is for"
        aria-label="What the key is for"
      />
      <ElButton native-type="submit" :disabled="keyName.trim() === ''">Make a key</ElButton>
    </form>
    <div v-if="made" class="inset" role="status">
      <p>Keep it now: it is shown only once.</p>
      <ElInput :model-value="made" readonly aria-label="The key" />
    </div>
  </template>
</template>

<style scoped>
form,
.inset {
  margin-top: var(--gap-2);
}
.code {
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: var(--radius);
  padding: var(--gap-2) var(--gap-3);
  margin: var(--gap-2) 0;
  font-size: var(--text-small);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.warm {
  color: var(--warm);
}
h2:not(:first-child) {
  margin-top: var(--gap-4);
}
</style>
