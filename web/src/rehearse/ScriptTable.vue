<script setup lang="ts">
import { ElSegmented } from 'element-plus'
import { computed, ref } from 'vue'
import { holdsAll, type RunColumn, type StoredScript } from '@parrot/contract'
import FilterField from '../shared/FilterField.vue'
import PageTurner from '../shared/PageTurner.vue'
import { usePages } from '../shared/pages'
import { ago, moment, plural } from '../shared/when'

/** The sheet of runs: each row a script, each column a run, newest first; a cell opens what happened. */
const props = defineProps<{
  scripts: readonly StoredScript[]
  rehearsals: readonly RunColumn[]
  chosen: string
}>()
const emit = defineEmits<{ select: [scriptId: string, run?: RunColumn] }>()

/** Fewer are seen at a glance. */
const SEARCHED_FROM = 12
const PAGE = 50
const words = ref('')
/** Which scripts are shown, by how they went when they were run last. */
const WHICH = ['all', 'failed', 'broken', 'reworded', 'never run'].map((value) => ({ label: value, value }))
const which = ref('all')
const lastCell = (id: string) =>
  props.rehearsals.map(({ cells }) => cells.find((cell) => cell.scriptId === id)).find((cell) => cell !== undefined)
const isShown = (id: string): boolean => {
  if (which.value === 'all') return true
  const cell = lastCell(id)
  if (which.value === 'never run') return cell === undefined
  return which.value === 'failed' ? cell?.passed === false : cell?.movement === which.value
}
const found = computed(() => {
  const isLookedFor = holdsAll(words.value)
  return props.scripts.filter(
    ({ id, title, folder, tags, turns }) =>
      isShown(id) && isLookedFor(title, folder, ...tags, ...turns.map(({ say }) => say)),
  )
})
const { page, shown } = usePages(found, PAGE, words)

const columns = computed(() =>
  props.rehearsals.map((rehearsal) => ({
    rehearsal,
    cells: new Map(rehearsal.cells.map((cell) => [cell.scriptId, cell])),
  })),
)
const MOVEMENTS = { same: '', mended: 'mended', broken: 'broken', reworded: 'reworded', new: '' } as const
const cellsOf = (scriptId: string) =>
  columns.value.map(({ rehearsal, cells }) => ({
    rehearsal,
    result: cells.get(scriptId),
    moved: MOVEMENTS[cells.get(scriptId)?.movement ?? 'new'],
  }))
const checksOf = (script: StoredScript) => script.turns.reduce((sum, turn) => sum + turn.checks.length, 0)
</script>

<template>
  <template v-if="scripts.length >= SEARCHED_FROM">
    <FilterField v-model="words" class="search" label="Show only scripts with" />
    <ElSegmented v-model="which" :options="WHICH" size="small" class="search" aria-label="Which scripts" />
  </template>
  <p v-if="found.length === 0" class="soft">
    No script {{ which === 'all' ? '' : `that is ${which} ` }}has “{{ words }}”.
  </p>
  <table v-else>
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
        v-for="script in shown"
        :key="script.id"
        :class="{ chosen: script.id === chosen }"
        :data-script="script.title"
      >
        <th scope="row">
          <button type="button" class="title" @click="emit('select', script.id)">{{ script.title }}</button>
          <span class="small soft"
            >{{ script.folder ? `${script.folder} · ` : '' }}{{ plural(script.turns.length, 'turn') }},
            {{ plural(checksOf(script), 'check') }}{{ script.tags.length ? ` · ${script.tags.join(', ')}` : '' }}</span
          >
        </th>
        <td v-for="cell in cellsOf(script.id)" :key="cell.rehearsal.id">
          <button
            v-if="cell.result"
            type="button"
            class="cell"
            :class="cell.result.passed ? 'pass' : 'fail'"
            :title="`Revision ${cell.rehearsal.revision}, ${moment(cell.rehearsal.createdAt)}`"
            @click="emit('select', script.id, cell.rehearsal)"
          >
            <span aria-hidden="true">{{ cell.result.passed ? '✓' : '✕' }}</span>
            <span class="sr">{{ cell.result.passed ? 'passed' : 'failed' }}</span>
            <span v-if="cell.moved" class="moved">{{ cell.moved }}</span>
          </button>
          <span v-else class="soft"><span aria-hidden="true">·</span><span class="sr">not run</span></span>
        </td>
      </tr>
    </tbody>
  </table>
  <PageTurner v-model="page" :total="found.length" :size="PAGE" />
</template>

<style scoped>
.search {
  margin-bottom: var(--gap-2);
}
table {
  width: 100%;
  border-collapse: collapse;
}
thead th {
  font: 600 var(--text-small) / 1.3 var(--sans);
  color: var(--soft);
  text-align: start;
  padding: var(--gap-1);
  vertical-align: bottom;
}
thead .column {
  text-align: center;
  width: 58px;
}
.column .when {
  display: block;
  font-weight: 400;
  font-size: var(--text-tiny);
}
tbody tr {
  border-top: 1px solid var(--line);
}
tbody th {
  text-align: start;
  font-weight: 400;
  padding: var(--gap-2) var(--gap-2) var(--gap-2) var(--gap-3);
  border-left: 3px solid transparent;
  overflow-wrap: anywhere;
}
.chosen {
  background: var(--sheet);
}
.chosen th {
  border-left-color: var(--accent);
}
.title {
  display: block;
  font: 600 var(--text-read) / 1.3 var(--serif);
  background: none;
  border: 0;
  padding: 0;
  text-align: start;
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
  border-radius: var(--radius-small);
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
  font-size: var(--text-tiny);
  font-weight: 400;
  color: var(--soft);
}
</style>
