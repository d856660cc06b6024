<script setup lang="ts">
import { ElButton, ElCheckbox, ElCheckboxGroup } from 'element-plus'
import { computed, onMounted, watch } from 'vue'
import type { DraftedScript, Script } from '@parrot/contract'
import { get } from '../api/client'
import LoadingNote from '../shared/LoadingNote.vue'
import { useLoaded } from '../shared/load'
import { plural } from '../shared/when'
import { wordsOf } from './checks'

/** Scripts drawn from the agent's documents and its question set, to be ticked. */
const props = defineProps<{ agentId: string }>()
const chosen = defineModel<Script[]>({ required: true })
const drafts = useLoaded(() => get<{ drafts: DraftedScript[] }>(`/api/agents/${props.agentId}/scripts/drafts`))
onMounted(drafts.load)

const ORIGINS = [
  ['questionSet', 'From the question set'],
  ['documents', 'From documents, their headings and tables'],
] as const
const all = computed(() => drafts.data.value?.drafts ?? [])
const groups = computed(() =>
  ORIGINS.map(([origin, title]) => ({ title, drafts: all.value.filter((each) => each.origin === origin) })).filter(
    (group) => group.drafts.length > 0,
  ),
)
const titles = computed({
  get: () => chosen.value.map(({ title }) => title),
  set: (ticked) => (chosen.value = all.value.flatMap(({ script }) => (ticked.includes(script.title) ? [script] : []))),
})
watch(all, () => (chosen.value = []))
const checksOf = ({ script }: DraftedScript) => script.turns[0]!.checks.map(wordsOf).join(' · ')
</script>

<template>
  <p v-if="drafts.error.value" class="wrong" role="alert">{{ drafts.error.value }}</p>
  <LoadingNote v-else-if="!drafts.data.value" :rows="6" />
  <p v-else-if="all.length === 0" class="soft">
    Nothing can be drawn that no script asks yet. Add documents to the library, or questions to the question set.
  </p>
  <ElCheckboxGroup v-else v-model="titles" class="drafts" aria-label="Drafted scripts">
    <section v-for="group in groups" :key="group.title">
      <div class="acts head">
        <h3>{{ group.title }}</h3>
        <ElButton text size="small" @click="titles = [...titles, ...group.drafts.map(({ script }) => script.title)]">
          Tick all {{ plural(group.drafts.length, 'question') }}
        </ElButton>
      </div>
      <ElCheckbox v-for="each in group.drafts" :key="each.script.title" :value="each.script.title" class="draft">
        <span class="question">{{ each.script.title }}</span>
        <span class="small soft">{{ checksOf(each) }}</span>
      </ElCheckbox>
    </section>
  </ElCheckboxGroup>
</template>

<style scoped>
.drafts {
  display: block;
  max-height: 46vh;
  margin-top: var(--gap-3);
  overflow: auto;
}
.head {
  justify-content: space-between;
}
h3 {
  font: 600 var(--text-read) / 1.3 var(--serif);
}
.draft {
  display: flex;
  align-items: start;
  height: auto;
  margin: 0;
  padding: var(--gap-1) 0;
  white-space: normal;
}
.draft :deep(.el-checkbox__label) {
  display: grid;
}
.question {
  color: var(--ink);
  overflow-wrap: anywhere;
}
</style>
