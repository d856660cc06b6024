<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Rehearsal, Script, ScriptResult, StoredScript } from '@parrot/contract'
import { call, get, post } from '../api/client'
import { postStream } from '../api/stream'
import { useBrief } from '../brief/briefStore'
import { useAgent } from '../frame/agentStore'
import EmptyNote from '../shared/EmptyNote.vue'
import { useLoaded } from '../shared/load'
import { tell, tellFailure } from '../shared/undo'
import { ago, moment, plural } from '../shared/when'
import ScriptEditor from './ScriptEditor.vue'
import ScriptRun from './ScriptRun.vue'

/** Scripts by runs: each row a script, each column a run, newest first; a cell opens what happened. */
const route = useRoute()
const router = useRouter()
const agents = useAgent()
const brief = useBrief()

const agentId = computed(() => String(route.params.id))
/** The script shown when the address names none. No redirect: one that lands late would undo the person's next step. */
const opening = ref('')
const scriptId = computed(() => String(route.params.scriptId || opening.value))
const isNew = computed(() => scriptId.value === 'new')
const scripts = useLoaded(() => get<{ scripts: StoredScript[] }>(`/api/agents/${agentId.value}/scripts`))
const runs = useLoaded(() => get<{ rehearsals: Rehearsal[] }>(`/api/agents/${agentId.value}/rehearsals?limit=6`))

const load = () => Promise.all([scripts.load(), runs.load()])
onMounted(async () => {
  await load()
  showFirst()
})
watch(() => agents.ticks.scripts, load)

/** With nothing chosen, the first script that failed is shown, else the first one. */
function showFirst(): void {
  const all = scripts.data.value?.scripts ?? []
  const failed = rehearsals.value[0]?.results.find((result) => !result.passed)?.scriptId
  opening.value = (all.find((script) => script.id === failed) ?? all[0])?.id ?? ''
}

const progress = ref<{ done: number; total: number; title: string }>()
let abort: AbortController | undefined

async function run(ids?: string[]): Promise<void> {
  abort = new AbortController()
  progress.value = { done: 0, total: ids?.length ?? scripts.data.value?.scripts.length ?? 0, title: '' }
  try {
    await brief.save()
    const on = { progress: (data: { done: number; total: number; title: string }) => (progress.value = data) }
    await postStream<Rehearsal>(
      `/api/agents/${agentId.value}/rehearsals`,
      { scriptIds: ids, subject: 'draft' },
      on,
      abort.signal,
    )
    await runs.load()
    await agents.load()
  } catch (problem) {
    if (!abort.signal.aborted) tellFailure(problem)
  } finally {
    progress.value = undefined
  }
}
const cancel = () => abort?.abort()

const rehearsals = computed(() => runs.data.value?.rehearsals ?? [])
const resultOf = (rehearsal: Rehearsal, id: string) => rehearsal.results.find((result) => result.scriptId === id)
const movementOf = (rehearsal: Rehearsal, id: string) =>
  rehearsal.comparison.find((each) => each.scriptId === id)?.movement ?? 'new'
const selected = computed(() => scripts.data.value?.scripts.find((script) => script.id === scriptId.value))

const runId = ref('')
const isEditing = ref(false)
watch(scriptId, () => {
  isEditing.value = false
  runId.value = ''
})
const shownRun = computed(
  () =>
    rehearsals.value.find((each) => each.id === runId.value && resultOf(each, scriptId.value)) ??
    rehearsals.value.find((each) => resultOf(each, scriptId.value)),
)
/** The same script in the newest run before the one shown. */
const before = computed<{ result: ScriptResult; revision: number } | undefined>(() => {
  const at = rehearsals.value.findIndex((each) => each.id === shownRun.value?.id)
  const earlier = rehearsals.value.slice(at + 1).find((each) => resultOf(each, scriptId.value))
  const result = earlier && resultOf(earlier, scriptId.value)
  return result && { result, revision: earlier.revision }
})

function select(id: string, rehearsal?: Rehearsal): void {
  void router.push({ name: 'rehearse', params: { id: agentId.value, scriptId: id } })
  if (rehearsal) setTimeout(() => (runId.value = rehearsal.id))
}
const startNew = () => select('new')

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

const MOVEMENTS = { same: '', mended: 'mended', broken: 'broken', reworded: 'reworded', new: '' } as const
const summary = computed(() => {
  const last = rehearsals.value[0]
  if (!last) return ''
  const count = (movement: string) => last.comparison.filter((each) => each.movement === movement).length
  const moved = (['broken', 'mended', 'reworded'] as const).flatMap((movement) =>
    count(movement) > 0 ? [`${count(movement)} ${movement}`] : [],
  )
  return `${last.passed} of ${last.passed + last.failed} passed in the last run${moved.length > 0 ? `; ${moved.join(', ')} since the run before` : ''}`
})
</script>

<template>
  <div class="rehearse">
    <section class="table" aria-label="Scripts and runs">
      <header>
        <h1>Rehearse</h1>
        <p class="soft small grow">{{ summary }}</p>
      </header>
      <div class="acts">
        <template v-if="progress">
          <progress :value="progress.done" :max="Math.max(1, progress.total)" aria-label="Running scripts" />
          <span class="small soft">{{ progress.done }} of {{ progress.total }} {{ progress.title }}</span>
          <button type="button" class="btn small" @click="cancel">Cancel</button>
        </template>
        <template v-else>
          <button type="button" class="btn main" :disabled="!scripts.data.value?.scripts.length" @click="run()">
            Run all scripts
          </button>
          <button type="button" class="btn" @click="startNew">New script</button>
        </template>
      </div>

      <EmptyNote
        v-if="scripts.error.value"
        tone="failed"
        title="The scripts could not be loaded"
        :text="scripts.error.value"
      >
        <button type="button" class="btn" @click="load">Try again</button>
      </EmptyNote>
      <EmptyNote
        v-else-if="scripts.data.value && scripts.data.value.scripts.length === 0"
        title="No scripts yet"
        text="A script is a conversation with what must be true of each answer. Run all of them after every change, and see at once what a change broke. Write one, or keep a conversation from the strip below."
      >
        <button type="button" class="btn main" @click="startNew">New script</button>
      </EmptyNote>
      <table v-else-if="scripts.data.value">
        <thead>
          <tr>
            <th scope="col">Script</th>
            <th
              v-for="(rehearsal, at) in rehearsals"
              :key="rehearsal.id"
              scope="col"
              class="column"
              :title="moment(rehearsal.createdAt)"
            >
              <span class="number">r{{ rehearsal.revision }}</span>
              <span class="when">{{ at === 0 ? ago(rehearsal.createdAt) : '' }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="script in scripts.data.value.scripts"
            :key="script.id"
            :class="{ chosen: script.id === scriptId }"
            :data-script="script.title"
          >
            <th scope="row">
              <button type="button" class="title" @click="select(script.id)">{{ script.title }}</button>
              <span class="small soft"
                >{{ plural(script.turns.length, 'turn') }},
                {{
                  plural(
                    script.turns.reduce((sum, turn) => sum + turn.checks.length, 0),
                    'check',
                  )
                }}</span
              >
            </th>
            <td v-for="rehearsal in rehearsals" :key="rehearsal.id">
              <button
                v-if="resultOf(rehearsal, script.id)"
                type="button"
                class="cell"
                :class="resultOf(rehearsal, script.id)!.passed ? 'pass' : 'fail'"
                :title="`Revision ${rehearsal.revision}, ${moment(rehearsal.createdAt)}`"
                @click="select(script.id, rehearsal)"
              >
                <span aria-hidden="true">{{ resultOf(rehearsal, script.id)!.passed ? '✓' : '✕' }}</span>
                <span class="sr">{{ resultOf(rehearsal, script.id)!.passed ? 'passed' : 'failed' }}</span>
                <span v-if="MOVEMENTS[movementOf(rehearsal, script.id)]" class="moved">{{
                  MOVEMENTS[movementOf(rehearsal, script.id)]
                }}</span>
              </button>
              <span v-else class="soft" aria-label="not run">·</span>
            </td>
          </tr>
        </tbody>
      </table>
    </section>

    <section class="detail" aria-label="Script">
      <ScriptEditor v-if="isNew" @save="save" @cancel="router.push({ name: 'rehearse', params: { id: agentId } })" />
      <template v-else-if="selected">
        <ScriptEditor v-if="isEditing" :script="selected" @save="save" @cancel="isEditing = false" />
        <ScriptRun
          v-else
          :agent-id="agentId"
          :script="selected"
          :result="shownRun && resultOf(shownRun, selected.id)"
          :revision="shownRun?.revision"
          :before="before"
          :is-busy="progress !== undefined"
          @edit="isEditing = true"
          @run="run([selected.id])"
          @remove="remove(selected)"
        />
      </template>
      <EmptyNote
        v-else-if="scripts.data.value?.scripts.length"
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
  min-height: calc(100dvh - var(--path-height) - var(--strip-height));
}
.table {
  padding: 22px 22px 40px 28px;
  border-right: 1px solid var(--line);
  min-width: 0;
}
header {
  display: flex;
  gap: 14px;
  align-items: baseline;
  margin-bottom: 12px;
}
.grow {
  flex: 1;
}
.acts {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 36px;
  margin-bottom: 12px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
thead th {
  font: 600 13px/1.3 var(--sans);
  color: var(--soft);
  text-align: left;
  padding: 4px 6px;
  vertical-align: bottom;
}
.column {
  text-align: center !important;
  width: 58px;
}
.column .when {
  display: block;
  font-weight: 400;
  font-size: 12px;
  white-space: nowrap;
}
tbody tr {
  border-top: 1px solid var(--line);
}
tbody th {
  text-align: left;
  font-weight: 400;
  padding: 8px 8px 8px 12px;
  border-left: 3px solid transparent;
}
.chosen {
  background: var(--sheet);
}
.chosen th {
  border-left-color: var(--accent);
}
.title {
  display: block;
  font: 600 16px/1.3 var(--serif);
  background: none;
  border: 0;
  padding: 0;
  text-align: left;
  color: inherit;
  cursor: pointer;
}
.title:hover {
  text-decoration: underline;
  text-decoration-color: var(--accent);
}
td {
  text-align: center;
  padding: 3px;
}
.cell {
  display: grid;
  justify-items: center;
  width: 100%;
  min-height: 38px;
  align-content: center;
  border: 0;
  border-radius: 5px;
  background: none;
  cursor: pointer;
  font-weight: 700;
  line-height: 1.1;
}
.cell:hover {
  background: var(--paper-deep);
}
.pass {
  color: var(--accent-deep);
}
.fail {
  color: var(--brick);
  background: var(--brick-wash);
}
.moved {
  font-size: 11px;
  font-weight: 400;
  color: var(--soft);
}
.detail {
  padding: 22px 34px 60px;
  min-width: 0;
}
@media (max-width: 960px) {
  .rehearse {
    grid-template-columns: minmax(0, 1fr);
  }
  .table {
    border-right: 0;
    border-bottom: 1px solid var(--line);
    padding: 18px 16px;
    overflow-x: auto;
  }
  .detail {
    padding: 18px 16px 60px;
  }
}
</style>
