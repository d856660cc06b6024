<script setup lang="ts">
import { ref } from 'vue'
import { ElButton, ElInput } from 'element-plus'
import { call, post } from '../api/client'
import { tell, tellFailure } from './undo'
import { ago } from './when'

/** Keys for programs: made under a name, shown once, taken back one by one. */
const props = defineProps<{
  /** Where they are made and taken back. */
  path: string
  keys: readonly { readonly id: string; readonly name: string; readonly lastUsedAt: string | null }[]
}>()
const emit = defineEmits<{ changed: [] }>()
const name = ref('')
const made = ref('')

async function make(): Promise<void> {
  try {
    made.value = (await post<{ key: string }>(props.path, { name: name.value })).key
    name.value = ''
    emit('changed')
  } catch (problem) {
    tellFailure(problem)
  }
}

async function takeBack(key: { id: string; name: string }): Promise<void> {
  try {
    await call('DELETE', `${props.path}/${key.id}`)
    made.value = ''
    tell(`“${key.name}” opens nothing any more.`)
    emit('changed')
  } catch (problem) {
    tellFailure(problem)
  }
}
</script>

<template>
  <ul v-if="keys.length" class="plain-rows">
    <li v-for="key in keys" :key="key.id" class="plain-row">
      <span class="grow"
        ><b>{{ key.name }}</b>
        <span class="soft small"> · {{ key.lastUsedAt ? `used ${ago(key.lastUsedAt)}` : 'not used yet' }}</span></span
      >
      <ElButton type="danger" text size="small" @click="takeBack(key)">Take back</ElButton>
    </li>
  </ul>
  <form class="plain-row" @submit.prevent="make">
    <ElInput v-model="name" class="grow" maxlength="80" placeholder="what it is for" aria-label="What the key is for" />
    <ElButton native-type="submit" :disabled="name.trim() === ''">Make a key</ElButton>
  </form>
  <div v-if="made" class="inset" role="status">
    <p>Keep it now: it is shown only once.</p>
    <ElInput :model-value="made" readonly aria-label="The key" />
  </div>
</template>

<style scoped>
form,
.inset {
  margin-top: var(--gap-2);
}
</style>
