<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { ElDialog } from '../design/elements'
import { FIELD_LABELS, STAGES, type Agent, type Source, type StoredScript } from '@parrot/contract'
import { get } from '../api/client'

/** One line to reach any agent, stage, source, script or field of the brief. */
const props = defineProps<{ agent: Agent }>()
const isOpen = defineModel<boolean>({ required: true })
const router = useRouter()

interface Place {
  readonly kind: string
  readonly title: string
  readonly go: () => void
}

const text = ref('')
const at = ref(0)
const field = ref<HTMLInputElement>()
const remote = ref<Place[]>([])

const id = () => props.agent.id
const local = computed<Place[]>(() => [
  ...STAGES.map((stage) => ({
    kind: 'Stage',
    title: stage[0]!.toUpperCase() + stage.slice(1),
    go: () => void router.push({ name: stage, params: { id: id() } }),
  })),
  ...Object.entries(FIELD_LABELS).map(([path, title]) => ({
    kind: 'Brief',
    title,
    go: () => void router.push({ name: 'brief', params: { id: id() }, query: { field: path } }),
  })),
  { kind: 'Place', title: 'Models and settings', go: () => void router.push('/settings') },
])

let loading: Promise<void> = Promise.resolve()

watch(isOpen, (open) => {
  if (!open) return
  text.value = ''
  at.value = 0
  loading = loadPlaces().catch(() => undefined)
})

/** What only the server knows; stages and fields can be found meanwhile. */
async function loadPlaces(): Promise<void> {
  const [{ agents }, { sources }, { scripts }] = await Promise.all([
    get<{ agents: Agent[] }>('/api/agents'),
    get<{ sources: Source[] }>(`/api/agents/${id()}/sources`),
    get<{ scripts: StoredScript[] }>(`/api/agents/${id()}/scripts`),
  ])
  remote.value = [
    ...sources.map((source) => ({
      kind: 'Source',
      title: source.title,
      go: () => void router.push({ name: 'library', params: { id: id(), sourceId: source.id } }),
    })),
    ...scripts.map((script) => ({
      kind: 'Script',
      title: script.title,
      go: () => void router.push({ name: 'rehearse', params: { id: id(), scriptId: script.id } }),
    })),
    ...agents.map((agent) => ({
      kind: 'Agent',
      title: agent.name,
      go: () => void router.push({ name: 'brief', params: { id: agent.id } }),
    })),
  ]
}

const found = computed(() => {
  const words = text.value.toLowerCase().split(/\s+/).filter(Boolean)
  const all = [...local.value.slice(0, STAGES.length), ...remote.value, ...local.value.slice(STAGES.length)]
  return all
    .filter((place) => words.every((word) => `${place.kind} ${place.title}`.toLowerCase().includes(word)))
    .slice(0, 12)
})
watch(found, () => (at.value = 0))

function go(place: Place | undefined): void {
  if (!place) return
  isOpen.value = false
  place.go()
}

/** Enter may come before the server's answer: then it waits for it. */
async function enter(): Promise<void> {
  if (!found.value[at.value]) await loading
  go(found.value[at.value])
}

function move(by: number): void {
  at.value = (at.value + by + found.value.length) % Math.max(1, found.value.length)
}
</script>

<template>
  <ElDialog
    v-model="isOpen"
    :show-close="false"
    width="560px"
    top="12vh"
    append-to-body
    title="Find anything"
    @opened="field?.focus()"
  >
    <input
      ref="field"
      v-model="text"
      class="field"
      placeholder="An agent, stage, source, script or part of the brief"
      aria-label="Find"
      @keydown.down.prevent="move(1)"
      @keydown.up.prevent="move(-1)"
      @keydown.enter.prevent="enter"
    />
    <ul role="listbox" aria-label="Found">
      <li
        v-for="(place, n) in found"
        :key="`${place.kind}${place.title}${n}`"
        role="option"
        :aria-selected="n === at"
        :class="{ at: n === at }"
        @click="go(place)"
        @mousemove="at = n"
      >
        <span class="title">{{ place.title }}</span>
        <span class="small soft">{{ place.kind }}</span>
      </li>
      <li v-if="found.length === 0" class="soft">Nothing is called that.</li>
    </ul>
  </ElDialog>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 10px 0 0;
  padding: 0;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 7px 10px;
  border-radius: 5px;
  cursor: pointer;
}
.at {
  background: var(--accent-wash);
}
.title {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
