<script setup lang="ts">
import { computed, ref } from 'vue'
import { useClipboard } from '@vueuse/core'
import { ElButton, ElSegmented } from 'element-plus'
import type { Outlet } from '@parrot/contract'
import KeyList from '../shared/KeyList.vue'
import { tell, tellFailure } from '../shared/undo'
import { codeFor } from './kinds'

/** What is copied to hand an outlet out: a link, a tag for a site, requests for programs and their keys. */
const props = defineProps<{ outlet: Outlet }>()
const emit = defineEmits<{ keys: [] }>()

const codes = computed(() => codeFor(props.outlet, location.origin))
const which = ref('')
const shown = computed(() => codes.value.find(({ name }) => name === which.value) ?? codes.value[0]!)
const isApi = computed(() => props.outlet.kind === 'api')
const { copy, isSupported } = useClipboard({ legacy: true })
async function copyText(text: string): Promise<void> {
  if (!isSupported.value) return tellFailure(new Error('The browser did not allow copying. Mark the text and copy it.'))
  await copy(text)
  tell('It was copied.')
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
    <KeyList :path="`/api/outlets/${outlet.id}/keys`" :keys="outlet.keys" @changed="emit('keys')" />
  </template>
</template>

<style scoped>
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
