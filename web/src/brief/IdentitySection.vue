<script setup lang="ts">
import { computed } from 'vue'
import { ElButton } from 'element-plus'
import type { Brief } from '@parrot/contract'
import AgentFace from '../shared/AgentFace.vue'
import { plural } from '../shared/when'
import { useBrief } from './briefStore'
import EditLine from './EditLine.vue'
import FaceLine from './FaceLine.vue'
import LineList from './LineList.vue'

/** Who the agent is: the head of the document, and what stands in it. */
const props = defineProps<{ brief: Brief; agentId: string }>()
const store = useBrief()
const isLanguage = (tag: string) => /^[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*$/.test(tag)
const drafted = computed(() => props.brief.drafted.length)
</script>

<template>
  <div class="title">
    <AgentFace :seed="brief.identity.avatar || brief.identity.name" :size="76" />
    <div>
      <h1 tabindex="-1">{{ brief.identity.name || 'Unnamed agent' }}</h1>
      <p class="lead">{{ brief.identity.description || 'Say in one line what this agent is for.' }}</p>
    </div>
  </div>
  <p v-if="drafted" class="draft-note">
    <span>{{ plural(drafted, 'line was', 'lines were') }} drafted for you. Touch a line to make it yours.</span>
    <ElButton size="small" @click="store.accept()">Accept all</ElButton>
  </p>
  <h2>Identity</h2>
  <EditLine label="Name" path="identity.name" :maxlength="80" placeholder="What people call it" />
  <EditLine label="Role" path="identity.role" :maxlength="300" placeholder="what it is, in a few words" />
  <EditLine
    label="Description"
    path="identity.description"
    :maxlength="600"
    placeholder="One line for the list of agents"
  />
  <FaceLine :agent-id="agentId" :name="brief.identity.name" />
  <EditLine label="Language" path="identity.language" :accepts="isLanguage" :maxlength="35" placeholder="en-GB" />
  <LineList
    label="Also speaks"
    item="language"
    path="identity.alsoSpeaks"
    :most="20"
    placeholder="fr, de, es, it or nl"
  />
</template>

<style scoped>
.title {
  display: flex;
  gap: var(--gap-4);
  align-items: center;
  margin: var(--gap-1) 0 var(--gap-5);
}
.title h1 {
  font-size: var(--text-title);
}
.lead {
  font: var(--text-lead) / 1.45 var(--serif);
  color: var(--soft);
}
.draft-note {
  display: flex;
  gap: var(--gap-3);
  align-items: center;
  justify-content: space-between;
  padding: var(--gap-2) var(--gap-3);
  margin-bottom: var(--gap-3);
  background: var(--sky);
  border-radius: var(--radius);
}
</style>
