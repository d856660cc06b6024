<script setup lang="ts">
import { computed, onMounted, ref, toRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ElButton, ElProgress } from 'element-plus'
import type { RunColumn, Script } from '@parrot/contract'
import { useAgent } from '../frame/agentStore'
import EmptyNote from '../shared/EmptyNote.vue'
import LoadingNote from '../shared/LoadingNote.vue'
import { cellOf, useCell, useRuns } from './runs'
import { useScriptActs } from './scriptActs'
import RunsChart from './RunsChart.vue'
import ScriptEditor from './ScriptEditor.vue'
import ScriptRun from './ScriptRun.vue'
import ScriptMenu from './ScriptMenu.vue'
import ScriptTable from './ScriptTable.vue'

/** Scripts and their runs at the left, and beside them the script that is chosen: written, or as it ran. */
const route = useRoute()
const router = useRouter()
const agents = useAgent()

const props = defineProps<{ agentId: string }>()
const agentId = toRef(props, 'agentId')
/** The script shown when the address names none. No redirect: one that lands late would undo the person's next step. */
const opening = ref('')
const scriptId = computed(() => String(route.params.scriptId || opening.value))
const isNew = computed(() => scriptId.value === 'new')
const { scripts, runs, rehearsals, progress, run, cancel, load, summary } = useRuns(agentId)
const all = computed(() => scripts.data.value?.scripts)

onMounted(load)
// Told by what arrived, whichever load brought it: one that a newer one overtook brings nothing.
watch([all, runs.data], () => {
  if (opening.value === '' && all.value && runs.data.value) showFirst()
})
watch(() => agents.ticks.scripts, load)

/** Runs shown beside the scripts; the chart goes further back. */
const COLUMNS = 6
/** Runs of more than a single script, which can be held against each other. */
const whole = computed(() => rehearsals.value.filter(({ total }) => total > 1).slice(0, 10))

/** With nothing chosen, the first script that failed is shown, else the first one. */
function showFirst(): void {
  const failed = rehearsals.value[0]?.cells.find((cell) => !cell.passed)?.scriptId
  opening.value = (all.value?.find((script) => script.id === failed) ?? all.value?.[0])?.id ?? ''
}

const selected = computed(() => all.value?.find((script) => script.id === scriptId.value))
const runId = ref('')
const isEditing = ref(false)
watch(scriptId, () => {
  isEditing.value = false
  runId.value = ''
})
const shownRun = computed(
  () =>
    rehearsals.value.find((each) => each.id === runId.value && cellOf(each, scriptId.value)) ??
    rehearsals.value.find((each) => cellOf(each, scriptId.value)),
)
const cell = useCell(shownRun, scriptId)

function select(id: string, rehearsal?: RunColumn): void {
  void router.push({ name: 'rehearse', params: { id: agentId.value, scriptId: id } })
  if (rehearsal) setTimeout(() => (runId.value = rehearsal.id))
}
const startNew = () => select('new')
const leave = () => void router.push({ name: 'rehearse', params: { id: agentId.value } })

const acts = useScriptActs(agentId, {
  all,
  reload: () => scripts.load(),
  run,
  select,
  leave: () => (leave(), showFirst()),
})
async function save(script: Script): Promise<void> {
  if (await acts.save(script, isNew.value ? undefined : scriptId.value)) isEditing.value = false
}
</script>

<template>
  <div class="two-panes rehearse">
    <section class="list" aria-label="Scripts and runs">
      <header class="pane-head">
        <slot name="head" />
      </header>
      <div class="acts run">
        <template v-if="progress">
          <ElProgress
            class="bar"
            :percentage="(100 * progress.done) / Math.max(1, progress.total)"
            :show-text="false"
            aria-label="Running scripts"
          />
          <span class="small soft" role="status">{{ progress.done }} of {{ progress.total }} {{ progress.title }}</span>
          <ElButton size="small" @click="cancel">Cancel</ElButton>
        </template>
        <template v-else>
          <ElButton type="primary" :disabled="!all?.length" @click="run()">Run all scripts</ElButton>
          <ElButton @click="startNew">New script</ElButton>
          <ScriptMenu
            :agent-id="agentId"
            :run-id="rehearsals[0]?.id"
            :is-outside="Boolean(agents.agent?.endpointId)"
            @added="load"
            @often="run(undefined, $event)"
          />
        </template>
      </div>

      <div v-if="summary" class="last">
        <p class="soft small">{{ summary }}</p>
        <RunsChart v-if="whole.length > 1" :runs="whole" />
      </div>
      <EmptyNote
        v-if="scripts.error.value"
        tone="failed"
        title="The scripts could not be loaded"
        :text="scripts.error.value"
      >
        <ElButton @click="load">Try again</ElButton>
      </EmptyNote>
      <LoadingNote v-else-if="!all" />
      <EmptyNote
        v-else-if="all.length === 0"
        title="No scripts yet"
        text="A script is a conversation with what must be true of each answer. Run all of them after every change, and see at once what a change broke. Write one, or keep a conversation from the strip below."
      >
        <ElButton type="primary" @click="startNew">New script</ElButton>
      </EmptyNote>
      <ScriptTable
        v-else
        :scripts="all"
        :rehearsals="rehearsals.slice(0, COLUMNS)"
        :chosen="scriptId"
        @select="select"
      />
    </section>

    <section class="detail" aria-label="Script">
      <ScriptEditor v-if="isNew" :agent-id="agentId" @save="save" @cancel="leave" />
      <template v-else-if="selected">
        <ScriptEditor
          v-if="isEditing"
          :agent-id="agentId"
          :script="selected"
          @save="save"
          @cancel="isEditing = false"
        />
        <ScriptRun
          v-else
          :agent-id="agentId"
          :script="selected"
          :result="cell?.result.scriptId === selected.id ? cell.result : undefined"
          :revision="shownRun?.revision"
          :before="cell?.before ?? undefined"
          :is-busy="progress !== undefined"
          @edit="isEditing = true"
          @run="run([selected.id])"
          @duplicate="acts.duplicate(selected)"
          @move="acts.move(selected.id, $event)"
          @check="(turn, checks) => acts.addChecks(selected!, turn, checks)"
          @remove="acts.remove(selected)"
        />
      </template>
      <EmptyNote
        v-else-if="all?.length"
        title="Choose a script"
        text="Its turns, the verdict of each check, and what changed against the run before appear here."
      />
    </section>
  </div>
</template>

<style scoped>
.two-panes.rehearse {
  grid-template-columns: minmax(360px, 5fr) minmax(0, 7fr);
}
.run {
  min-height: 36px;
  margin-bottom: var(--gap-3);
}
.last {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: var(--gap-1) var(--gap-4);
  align-items: end;
  margin-bottom: var(--gap-2);
}
.bar {
  width: 140px;
}
.detail {
  padding: var(--gap-4) var(--gap-5) var(--gap-7);
  min-width: 0;
}
@media (width < 960px) {
  .two-panes.rehearse {
    grid-template-columns: minmax(0, 1fr);
  }
  .list {
    overflow-x: auto;
  }
  .detail {
    padding: var(--gap-4) var(--gap-4) var(--gap-7);
  }
}
</style>
