<script setup lang="ts">
import { computed } from 'vue'
import { useClipboard } from '@vueuse/core'
import { ElButton, ElDropdown, ElDropdownItem, ElDropdownMenu } from 'element-plus'
import type { RunShown, Source } from '@parrot/contract'
import { call, post } from '../api/client'
import { download } from '../shared/download'
import ReplyText from '../shared/ReplyText.vue'
import MailDraft from './MailDraft.vue'
import { tell, tellFailure } from '../shared/undo'

/** What came of a run, and where it is taken: copied, as a mail, as a file, or into the library. */
const props = defineProps<{ run: RunShown; agentId: string }>()
defineEmits<{ changed: [] }>()
const { copy, isSupported } = useClipboard({ legacy: true })

async function copyText(): Promise<void> {
  if (!isSupported.value) return tellFailure(new Error('The browser did not allow copying. Mark the text and copy it.'))
  await copy(props.run.output)
  tell('It was copied.')
}
const mail = computed(
  () => `mailto:?subject=${encodeURIComponent(props.run.name)}&body=${encodeURIComponent(props.run.output)}`,
)
const FILES = [
  ['md', 'Markdown'],
  ['docx', 'For writing on (DOCX)'],
  ['pdf', 'For printing (PDF)'],
] as const
const takeAlong = (form: string) => download(`/api/runs/${props.run.id}/output?as=${form}`)

async function keepAsNote(): Promise<void> {
  const { name, output, startedAt } = props.run
  try {
    const title = `${name}, ${startedAt.slice(0, 10)}`
    const { id } = await post<Source>(`/api/agents/${props.agentId}/sources`, { kind: 'note', title, text: output })
    tell(`“${title}” is a note of the library now.`, () => call('DELETE', `/api/agents/${props.agentId}/sources/${id}`))
  } catch (problem) {
    tellFailure(problem)
  }
}
</script>

<template>
  <h3>What came of it</h3>
  <ReplyText :reply="run.output" :inserts="run.inserts" :file-at="(at) => `/api/runs/${run.id}/files/${at}`" />
  <div class="acts">
    <ElButton size="small" @click="copyText">Copy</ElButton>
    <ElButton v-if="!run.mail" size="small" tag="a" :href="mail">Write it as a mail</ElButton>
    <ElDropdown trigger="click" @command="takeAlong">
      <ElButton size="small">As a file</ElButton>
      <template #dropdown>
        <ElDropdownMenu>
          <ElDropdownItem v-for="[form, words] in FILES" :key="form" :command="form">{{ words }}</ElDropdownItem>
        </ElDropdownMenu>
      </template>
    </ElDropdown>
    <ElButton size="small" @click="keepAsNote">Into the library</ElButton>
  </div>
  <MailDraft v-if="run.mail" :key="run.id" :run="run" :mail="run.mail" @changed="$emit('changed')" />
</template>

<style scoped>
h3 {
  margin: var(--gap-3) 0 var(--gap-1);
}
.acts {
  margin-top: var(--gap-2);
}
</style>
