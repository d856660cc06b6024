<script setup lang="ts">
import { computed, onMounted, ref, toRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ElButton, ElProgress } from 'element-plus'
import type { Check, RunColumn, Script, StoredScript } from '@parrot/contract'
import { call, post } from '../api/client'
import { useAgent } from '../frame/agentStore'
import EmptyNote from '../shared/EmptyNote.vue'
import LoadingNote from '../shared/LoadingNote.vue'
import { tell, tellFailure } from '../shared/undo'
import { cellOf, useCell, useRuns } from './runs'
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

async function save(script: Script): Promise<void> {
  try {
    const saved = isNew.value
      ? await post<StoredScript>(`/api/agents/${agentId.value}/scripts`, script)
      : await call<StoredScript>('PUT', `/api/scripts/${scriptId.value}`, script)
    await scripts.load()
    isEditing.value = false
    select(saved.id)
    await run([saved.id])
  } catch (problem) {
    tellFailure(problem)
  }
}

/** Moves a script among the others; the order is the agent's. */
async function move(id: string, by: number): Promise<void> {
  const ids = (all.value ?? []).map((script) => script.id)
  const at = ids.indexOf(id)
  if (at + by < 0 || at + by >= ids.length) return
  ids.splice(at + by, 0, ...ids.splice(at, 1))
  try {
    await call('PUT', `/api/agents/${agentId.value}/scripts/order`, { ids })
    await scripts.load()
  } catch (problem) {
    tellFailure(problem)
  }
}

/** What was good in the last run must be so from now on. */
async function addChecks(
  { id, changedAt: _changedAt, ...script }: StoredScript,
  turn: number,
  checks: Check[],
): Promise<void> {
  const turns = script.turns.map((each, at) => (at === turn ? { ...each, checks } : each))
  try {
    await call('PUT', `/api/scripts/${id}`, { ...script, turns })
    await scripts.load()
    await run([id])
  } catch (problem) {
    tellFailure(problem)
  }
}

/** A copy to be altered: named after the one it was made of. */
async function duplicate({ title, folder, tags, turns }: StoredScript): Promise<void> {
  try {
    const copy = { title: `${title} (copy)`.slice(0, 200), folder, tags, turns }
    const made = await post<StoredScript>(`/api/agents/${agentId.value}/scripts`, copy)
    await scripts.load()
    select(made.id)
  } catch (problem) {
    tellFailure(problem)
  }
}

async function remove(script: StoredScript): Promise<void> {
  try {
    await call('DELETE', `/api/scripts/${script.id}`)
    await router.push({ name: 'rehearse', params: { id: agentId.value } })
    await scripts.load()
    showFirst()
    tell(`“${script.title}” was removed.`, async () => {
      await post(`/api/scripts/${script.id}/restore`)
      await scripts.load()
    })
  } catch (problem) {
    tellFailure(problem)
  }
}
</script>

<template>
  <div class="rehearse">
    <section class="sheet" aria-label="Scripts and runs">
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
          @duplicate="duplicate(selected)"
          @move="move(selected.id, $event)"
          @check="(turn, checks) => addChecks(selected!, turn, checks)"
          @remove="remove(selected)"
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
.rehearse {
  display: grid;
  grid-template-columns: minmax(360px, 5fr) minmax(0, 7fr);
  min-height: calc(100dvh - var(--frame-top, var(--path-height)) - var(--strip-height));
}
.sheet {
  padding: var(--gap-4) var(--gap-4) var(--gap-6) var(--gap-5);
  border-right: 1px solid var(--line);
  min-width: 0;
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
  .rehearse {
    grid-template-columns: minmax(0, 1fr);
  }
  .sheet {
    border-right: 0;
    border-bottom: 1px solid var(--line);
    padding: var(--gap-4);
    overflow-x: auto;
  }
  .detail {
    padding: var(--gap-4) var(--gap-4) var(--gap-7);
  }
}
</style>
