<script setup lang="ts">
import { nextTick, ref } from 'vue'
import { ElButton, ElDropdown, ElDropdownItem, ElDropdownMenu, ElInput } from 'element-plus'
import { STAGES, type Agent } from '@parrot/contract'
import AgentFace from '../shared/AgentFace.vue'
import StateMark from '../shared/StateMark.vue'
import { STAGE_NAMES } from '../shared/stages'
import { ago, moment } from '../shared/when'

/** One agent of the list: who it is, how each stage of the work stands, and what can be done with it. */
const props = defineProps<{ agent: Agent; canShare?: boolean }>()
const emit = defineEmits<{ rename: [name: string]; share: []; copy: []; writeOut: []; remove: [] }>()

const isRenaming = ref(false)
const newName = ref('')
const field = ref<InstanceType<typeof ElInput>>()

async function startRenaming(): Promise<void> {
  newName.value = props.agent.name
  isRenaming.value = true
  await nextTick()
  field.value?.select()
}

function rename(): void {
  if (!isRenaming.value) return
  isRenaming.value = false
  const name = newName.value.trim()
  if (name !== '' && name !== props.agent.name) emit('rename', name)
}

const ACTS: Readonly<Record<string, () => void>> = {
  rename: () => void startRenaming(),
  share: () => emit('share'),
  copy: () => emit('copy'),
  writeOut: () => emit('writeOut'),
  remove: () => emit('remove'),
}
</script>

<template>
  <li class="agent" :data-agent="agent.name">
    <AgentFace :seed="agent.face" :size="68" />
    <div class="who">
      <div class="name">
        <ElInput
          v-if="isRenaming"
          ref="field"
          v-model="newName"
          maxlength="80"
          aria-label="New name"
          @keydown.enter="rename"
          @keydown.esc.stop="isRenaming = false"
          @blur="rename"
        />
        <RouterLink v-else class="open" :to="{ name: 'brief', params: { id: agent.id } }">{{ agent.name }}</RouterLink>
        <span class="live" :class="{ on: agent.liveEdition }">{{
          agent.liveEdition ? `Edition ${agent.liveEdition} is live` : 'Draft'
        }}</span>
      </div>
      <p class="line">{{ agent.description || 'No description yet.' }}</p>
      <ul class="bare-list stages">
        <li v-for="stage in STAGES" :key="stage">
          <RouterLink :to="{ name: stage, params: { id: agent.id } }">
            <span class="label">{{ STAGE_NAMES[stage] }}</span>
            <span class="state"
              ><StateMark :state="agent.stages[stage].state" />
              <template v-for="(part, at) in agent.stages[stage].text.split(', ')" :key="at"
                >{{ at > 0 ? ', ' : ' ' }}<span class="part">{{ part }}</span></template
              ></span
            >
          </RouterLink>
        </li>
      </ul>
    </div>
    <div class="side">
      <span class="small soft" :title="moment(agent.changedAt)">changed {{ ago(agent.changedAt) }}</span>
      <ElDropdown trigger="click" @command="ACTS[$event]?.()">
        <ElButton text size="small"
          >More<span class="sr">that can be done with {{ agent.name }}</span
          ><span aria-hidden="true">▾</span></ElButton
        >
        <template #dropdown>
          <ElDropdownMenu>
            <ElDropdownItem command="rename">Rename</ElDropdownItem>
            <ElDropdownItem v-if="canShare" command="share">Share …</ElDropdownItem>
            <ElDropdownItem command="copy">Copy …</ElDropdownItem>
            <ElDropdownItem command="writeOut">Write out as a folder</ElDropdownItem>
            <ElDropdownItem command="remove">Remove</ElDropdownItem>
          </ElDropdownMenu>
        </template>
      </ElDropdown>
    </div>
  </li>
</template>

<style scoped>
.agent {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto;
  gap: var(--gap-4);
  padding: var(--gap-4) var(--gap-1);
  border-bottom: 1px solid var(--line);
}
.name {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 var(--gap-3);
}
.name .el-input {
  max-width: 320px;
}
.open {
  font: 600 var(--text-head) / 1.2 var(--serif);
  color: var(--ink);
  text-decoration: none;
  overflow-wrap: anywhere;
}
.open:hover {
  text-decoration: underline;
  text-decoration-color: var(--accent);
}
.live {
  font: 600 var(--text-small) var(--sans);
  color: var(--soft);
}
.live.on {
  color: var(--accent-deep);
}
.line {
  color: var(--soft);
  margin: var(--gap-0) 0 var(--gap-3);
  font: var(--text-read) / 1.45 var(--serif);
  overflow-wrap: anywhere;
}
.stages {
  display: grid;
  grid-template-columns: repeat(4, minmax(96px, 124px)) 1fr;
  gap: var(--gap-1) var(--gap-4);
}
.stages a {
  display: grid;
  color: inherit;
  text-decoration: none;
}
.stages a:hover .label {
  color: var(--accent-deep);
  text-decoration: underline;
}
.state {
  font-size: var(--text-ui);
}
/* A line ends between "2 unanswered" and "1 passed on", not within them. */
.part {
  white-space: nowrap;
}
.side {
  display: grid;
  justify-items: end;
  align-content: space-between;
}
@media (width < 960px) {
  .stages {
    grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
  }
}
@media (width < 720px) {
  .agent {
    grid-template-columns: auto minmax(0, 1fr);
    gap: var(--gap-3);
  }
  .side {
    grid-column: 1 / -1;
    display: flex;
    justify-content: space-between;
    align-items: center;
  }
}
</style>
