<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import type { Rule, RuleSet } from '@parrot/contract'
import { call, get, post } from '../api/client'
import { useAgent } from '../frame/agentStore'
import { tell, tellFailure } from '../shared/undo'
import { useBrief } from './briefStore'
import RuleList from './RuleList.vue'

/** Sets of rules that several agents use: a change in one shows in each, and it says in which. */
const store = useBrief()
const agents = useAgent()
const sets = ref<RuleSet[]>([])
const chosen = ref('')
const used = computed(() =>
  (store.brief?.ruleSets ?? []).flatMap((id) => sets.value.find((set) => set.id === id) ?? []),
)
const others = computed(() => sets.value.filter((set) => !store.brief?.ruleSets.includes(set.id)))

async function load(): Promise<void> {
  try {
    sets.value = (await get<{ sets: RuleSet[] }>('/api/rule-sets')).sets
  } catch (problem) {
    tellFailure(problem)
  }
}
onMounted(load)

const use = (id: string) => store.edit((draft) => (draft.ruleSets = [...draft.ruleSets, id]))
const leave = (id: string) => store.edit((draft) => (draft.ruleSets = draft.ruleSets.filter((each) => each !== id)))

let timer: ReturnType<typeof setTimeout> | undefined

/** Changes a set on the screen at once and on the server a moment later. */
function change(set: RuleSet, part: Partial<Pick<RuleSet, 'name' | 'rules'>>): void {
  const next = { ...set, ...part }
  sets.value = sets.value.map((each) => (each.id === set.id ? next : each))
  clearTimeout(timer)
  timer = setTimeout(() => void write(next), 450)
}

async function write({ id, name, rules }: RuleSet): Promise<void> {
  try {
    const stored = await call<RuleSet>('PUT', `/api/rule-sets/${id}`, { name, rules })
    sets.value = sets.value.map((each) => (each.id === id ? { ...stored, rules: each.rules } : each))
  } catch (problem) {
    tellFailure(problem)
  }
}

/** Moves a rule of this brief to a set: the first one used, or a new one. */
async function share(rule: Rule): Promise<void> {
  try {
    const into = used.value[0]
    if (into) {
      await write({ ...into, rules: [...into.rules, rule] })
      await load()
    } else {
      const made = await post<RuleSet>('/api/rule-sets', {
        name: `${agents.agent?.name ?? 'Shared'}’s shared rules`,
        rules: [rule],
      })
      await load()
      use(made.id)
    }
    store.edit((draft) => (draft.rules = draft.rules.filter((each) => each.id !== rule.id)))
    tell('The rule was moved to a shared set. Undo brings it back here; the set keeps its copy.')
  } catch (problem) {
    tellFailure(problem)
  }
}
defineExpose({ share })

const readingsOf = (set: RuleSet) => new Map(set.readings.map((reading) => [reading.id, reading]))
/** The agents that use a set; this one as soon as it does, before its brief is saved. */
function usersOf(set: RuleSet): string {
  const own = store.brief?.ruleSets.includes(set.id) ? [agents.agent?.name ?? ''] : []
  const others = set.usedBy.filter((user) => user.id !== agents.agent?.id).map((user) => user.name)
  return [...own, ...others].filter(Boolean).join(', ')
}
</script>

<template>
  <div data-field="ruleSets">
    <div v-for="set in used" :key="set.id" class="set">
      <header>
        <input
          class="name"
          :value="set.name"
          maxlength="120"
          aria-label="Name of the shared set"
          @change="change(set, { name: ($event.target as HTMLInputElement).value || set.name })"
        />
        <span class="small soft">shared; a change shows in {{ usersOf(set) }}</span>
        <button type="button" class="btn quiet small" @click="leave(set.id)">Stop using it here</button>
      </header>
      <RuleList :rules="set.rules" :reading-of="readingsOf(set)" @change="change(set, { rules: $event })" />
    </div>
    <label v-if="others.length" class="more small">
      Use a shared set
      <select v-model="chosen" class="field" @change="(use(chosen), (chosen = ''))">
        <option value="">choose one …</option>
        <option v-for="set in others" :key="set.id" :value="set.id">
          {{ set.name }} ({{ set.rules.length }}; {{ usersOf(set) || 'used by none' }})
        </option>
      </select>
    </label>
  </div>
</template>

<style scoped>
.set {
  margin-top: 18px;
  padding-left: 14px;
  border-left: 3px double var(--line-strong);
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: baseline;
}
.name {
  font: 600 17px var(--serif);
  border: 0;
  border-bottom: 1px dashed var(--line-strong);
  background: none;
  min-width: 240px;
  color: inherit;
}
.more {
  display: flex;
  gap: 10px;
  align-items: center;
  margin-top: 12px;
}
.more .field {
  width: auto;
  padding: 4px 8px;
}
</style>
