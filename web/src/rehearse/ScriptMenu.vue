<script setup lang="ts">
import { ElButton, ElDropdown, ElDropdownItem, ElDropdownMenu } from 'element-plus'
import { ref } from 'vue'
import { download } from '../shared/download'
import ImportScripts from './ImportScripts.vue'

/** What is done with many scripts: added from elsewhere, written out, and the last run for a build server. */
const props = defineProps<{ agentId: string; runId: string | undefined; isOutside: boolean }>()
const emit = defineEmits<{ added: []; often: [times: number] }>()
const isImporting = ref(false)
/** Plays that show how steadily a model says the same. */
const OFTEN = 5

const act = (what: string) => {
  if (what === 'import') isImporting.value = true
  else if (what === 'often') emit('often', OFTEN)
  else if (what === 'junit') download(`/api/rehearsals/${props.runId}/junit`)
  else download(`/api/agents/${props.agentId}/scripts/export?form=${what}`)
}
</script>

<template>
  <ElDropdown trigger="click" @command="act">
    <ElButton aria-label="More for scripts">More ▾</ElButton>
    <template #dropdown>
      <ElDropdownMenu>
        <ElDropdownItem v-if="isOutside" command="often">Run all {{ OFTEN }} times, to see what holds</ElDropdownItem>
        <ElDropdownItem command="import">Add many: paste, table or file</ElDropdownItem>
        <ElDropdownItem command="text" divided>Export as conversations</ElDropdownItem>
        <ElDropdownItem command="csv">Export as table (CSV)</ElDropdownItem>
        <ElDropdownItem command="json">Export as file (JSON)</ElDropdownItem>
        <ElDropdownItem command="junit" :disabled="!runId" divided>Last run as JUnit XML</ElDropdownItem>
      </ElDropdownMenu>
    </template>
  </ElDropdown>
  <ImportScripts v-model="isImporting" :agent-id="agentId" @added="emit('added')" />
</template>
