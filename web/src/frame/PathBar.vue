<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { STAGES, type Agent, type Stage } from '@parrot/contract'
import AgentFace from '../shared/AgentFace.vue'
import StateMark from '../shared/StateMark.vue'
import { STAGE_NAMES } from '../shared/stages'

/** Who is being worked on, and the five stages in working order, each with how it stands. */
defineProps<{ agent: Agent }>()
defineEmits<{ find: []; help: [] }>()

const route = useRoute()
const current = computed(() => (route.meta.stage ?? route.matched.at(-1)?.name) as Stage)
</script>

<template>
  <header class="path">
    <RouterLink to="/" class="home" title="All agents (g a)" aria-label="All agents">‹</RouterLink>
    <RouterLink class="who" :to="{ name: 'brief', params: { id: agent.id } }">
      <AgentFace :seed="agent.face" :size="42" />
      <span class="name">{{ agent.name }}</span>
    </RouterLink>
    <nav aria-label="Stages">
      <ol>
        <li v-for="stage in STAGES" :key="stage" :class="{ here: current === stage }">
          <RouterLink
            :to="{ name: stage, params: { id: agent.id } }"
            :aria-current="current === stage ? 'page' : undefined"
          >
            <span class="stage">{{ STAGE_NAMES[stage] }}</span>
            <span class="state"><StateMark :state="agent.stages[stage].state" /> {{ agent.stages[stage].text }}</span>
          </RouterLink>
        </li>
      </ol>
    </nav>
    <div class="tools">
      <ElButton text size="small" title="Find anything (Ctrl+K)" @click="$emit('find')">
        Find <kbd>Ctrl K</kbd>
      </ElButton>
      <ElButton text size="small" title="Keys (?)" aria-label="Keys" @click="$emit('help')">?</ElButton>
    </div>
  </header>
</template>

<style scoped>
.path {
  position: sticky;
  top: 0;
  z-index: 40;
  display: flex;
  align-items: stretch;
  gap: var(--gap-2);
  height: var(--path-height);
  background: var(--paper);
  border-bottom: 1px solid var(--line);
  padding: 0 var(--gap-3) 0 var(--gap-2);
}
.home {
  align-self: center;
  font: 400 var(--text-page) / 1 var(--serif);
  color: var(--soft);
  text-decoration: none;
  padding: var(--gap-1) var(--gap-3) var(--gap-2);
}
.home:hover {
  color: var(--accent-deep);
}
.who {
  display: flex;
  align-items: center;
  gap: var(--gap-3);
  text-decoration: none;
  color: inherit;
  padding-right: var(--gap-4);
  min-width: 0;
}
.name {
  font: 600 var(--text-reply) / 1.1 var(--serif);
  max-width: 12ch;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
nav {
  flex: 1;
  min-width: 0;
}
ol {
  list-style: none;
  display: flex;
  height: 100%;
  margin: 0;
  padding: 0;
  overflow-x: auto;
  scrollbar-width: none;
}
li {
  display: flex;
  position: relative;
}
li + li::before {
  content: '';
  align-self: center;
  width: 14px;
  height: 1px;
  background: var(--line-strong);
}
li a {
  display: grid;
  align-content: center;
  padding: 0 var(--gap-3);
  color: inherit;
  text-decoration: none;
  border-bottom: 3px solid transparent;
  border-top: 3px solid transparent;
  white-space: nowrap;
}
li a:hover {
  background: var(--paper-deep);
}
.here a {
  border-bottom-color: var(--accent);
}
.stage {
  font: 600 var(--text-read) / 1.2 var(--serif);
}
.here .stage {
  color: var(--accent-deep);
}
.state {
  font-size: var(--text-small);
  color: var(--soft);
}
.tools {
  display: flex;
  align-items: center;
}
@media (width >= 720px) and (width < 1180px) {
  .state {
    max-width: 12ch;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .tools kbd {
    display: none;
  }
}
@media (width < 720px) {
  .name,
  .tools {
    display: none;
  }
  .who {
    padding-right: var(--gap-1);
  }
}
</style>
