<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { ElButton, ElDialog, ElInput, ElSegmented, ElUpload } from 'element-plus'
import { computed, ref, watch } from 'vue'
import type { Script, ScriptForm, ScriptsImported } from '@parrot/contract'
import { post, wordsFor } from '../api/client'
import { tell } from '../shared/undo'
import { plural } from '../shared/when'
import DraftedScripts from './DraftedScripts.vue'

/** Many scripts at once: pasted as conversations, from a spreadsheet, or from our own file; looked at before they are kept. */
const props = defineProps<{ agentId: string }>()
const emit = defineEmits<{ added: [] }>()
const isOpen = defineModel<boolean>({ required: true })

const FORMS = [
  { label: 'Conversations', value: 'text' },
  { label: 'Table (CSV)', value: 'csv' },
  { label: 'Our own file', value: 'json' },
  { label: 'Drawn from the library', value: 'drawn' },
]
const EXAMPLES: Readonly<Record<string, string>> = {
  text: '# A title, if you like\nvisitor: what people ask\nagent: what the answer must mean\n- cites: part of a source’s title\n- not: says: cheap\n- apologises',
  csv: 'question,must say,must not say,source',
  json: 'a file that was exported here',
}
const form = ref<ScriptForm | 'drawn'>('text')
const drawn = ref<Script[]>([])
const content = ref('')
const read = ref<ScriptsImported>()
const error = ref('')

const look = useDebounceFn(async () => {
  if (form.value === 'drawn' || content.value.trim() === '') return (read.value = undefined)
  read.value = await send(true)
}, 300)
watch([form, content], () => void look())
watch(isOpen, (open) => open && ((content.value = ''), (read.value = undefined), (error.value = '')))

async function send(isTrial: boolean): Promise<ScriptsImported | undefined> {
  error.value = ''
  try {
    const body =
      form.value === 'drawn' ? { scripts: drawn.value } : { form: form.value, content: content.value, isTrial }
    return await post<ScriptsImported>(`/api/agents/${props.agentId}/scripts/import`, body)
  } catch (problem) {
    error.value = wordsFor(problem)
    return undefined
  }
}

async function keep(): Promise<void> {
  const kept = await send(false)
  if (!kept || kept.problem) return void (read.value = kept)
  tell(`${plural(kept.added, 'script')} kept.`)
  isOpen.value = false
  emit('added')
}

async function take(chosen: File): Promise<void> {
  form.value = /\.json$/i.test(chosen.name) ? 'json' : /\.(?:csv|tsv)$/i.test(chosen.name) ? 'csv' : 'text'
  content.value = await chosen.text()
}
const toKeep = computed(() =>
  form.value === 'drawn' ? drawn.value.length : read.value && !read.value.problem ? read.value.added : 0,
)
const place = computed(() => {
  const { line, column } = read.value?.problem ?? {}
  return column === undefined ? `Line ${line}` : `Line ${line}, column ${column}`
})
</script>

<template>
  <ElDialog v-model="isOpen" title="Add many scripts" width="min(720px, 92vw)" append-to-body>
    <div class="acts">
      <ElSegmented v-model="form" :options="FORMS" size="small" aria-label="What is pasted" />
      <ElUpload
        v-if="form !== 'drawn'"
        :auto-upload="false"
        :show-file-list="false"
        accept=".txt,.md,.csv,.tsv,.json"
        :on-change="(given: { raw?: File }) => given.raw && take(given.raw)"
      >
        <ElButton size="small">Choose a file</ElButton>
      </ElUpload>
    </div>
    <DraftedScripts v-if="form === 'drawn'" v-model="drawn" :agent-id="agentId" />
    <ElInput
      v-else
      v-model="content"
      class="content"
      type="textarea"
      :rows="12"
      aria-label="Scripts"
      :placeholder="EXAMPLES[form]"
    />
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <p v-else-if="read?.problem" class="wrong" role="alert">
      {{ place }}: {{ read.problem.text }} Nothing is kept until it can be read.
    </p>
    <p v-else-if="read" class="soft small" role="status">
      {{ plural(read.added, 'script') }}: {{ read.titles.slice(0, 6).join(' · ')
      }}{{ read.titles.length > 6 ? ' …' : '' }}
    </p>
    <template #footer>
      <div class="acts end">
        <ElButton @click="isOpen = false">Cancel</ElButton>
        <ElButton type="primary" :disabled="toKeep === 0" @click="keep">
          Keep {{ toKeep > 0 ? plural(toKeep, 'script') : '' }}
        </ElButton>
      </div>
    </template>
  </ElDialog>
</template>

<style scoped>
.end {
  justify-content: flex-end;
}
.content {
  margin: var(--gap-3) 0 var(--gap-2);
  font-family: var(--mono);
}
</style>
