<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
import { computed, onMounted, ref } from 'vue'
import { useDebounceFn } from '@vueuse/core'
import type { Rule, RuleSet } from '@parrot/contract'
import { call, get, post } from '../api/client'
import ChoiceField from '../shared/ChoiceField.vue'
import { useAgent } from '../frame/agentStore'
import { tell, tellFailure } from '../shared/undo'
import { useBrief } from './briefStore'
import RemarkNotes from './RemarkNotes.vue'
import RuleList from './RuleList.vue'

/** Sets of rules that several agents use: a change in one shows in each, and it says in which. */
const store = useBrief()
const agents = useAgent()
const sets = ref<RuleSet[]>([])
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

const writeLater = useDebounceFn((set: RuleSet) => write(set), 450)

/** Changes a set on the screen at once and on the server a moment later. */
function change(set: RuleSet, part: Partial<Pick<RuleSet, 'name' | 'rules'>>): void {
  const next = { ...set, ...part }
  sets.value = sets.value.map((each) => (each.id === set.id ? next : each))
  void writeLater(next)
}

async function write({ id, name, rules }: RuleSet): Promise<void> {
  try {
    const stored = await call<RuleSet>('PUT', `/api/rule-sets/${id}`, { name, rules })
    sets.value = sets.value.map((each) => (each.id === id ? { ...stored, rules: each.rules } : each))
  } catch (problem) {
    tellFailure(problem)
  }
}

const NEW = ''
/** Where a rule can be moved: the sets that are used here, those that are not, and a new one. */
const targets = computed(() => [
  ...used.value.map((set) => ({ id: set.id, words: set.name })),
  ...others.value.map((set) => ({ id: set.id, words: `${set.name} (not used here yet)` })),
  { id: NEW, words: 'a new set' },
])

/** Moves a rule of this brief to a set, which is used here from then on; undone, it stands here again and not there. */
async function share(rule: Rule, into: string): Promise<void> {
  const at = store.brief?.rules.findIndex((each) => each.id === rule.id) ?? -1
  const sets0 = store.brief?.ruleSets ?? []
  try {
    const target = sets.value.find((set) => set.id === into)
    const made =
      target === undefined
        ? await post<RuleSet>('/api/rule-sets', {
            name: `${agents.agent?.name ?? 'Shared'}’s shared rules`,
            rules: [rule],
          })
        : await call<RuleSet>('PUT', `/api/rule-sets/${target.id}`, {
            name: target.name,
            rules: [...target.rules, rule],
          })
    await load()
    store.edit((draft) => {
      draft.rules = draft.rules.filter((each) => each.id !== rule.id)
      if (!draft.ruleSets.includes(made.id)) draft.ruleSets = [...draft.ruleSets, made.id]
    })
    tell(`The rule stands in “${made.name}” now.`, async () => {
      const now = sets.value.find((set) => set.id === made.id)
      if (now)
        await call('PUT', `/api/rule-sets/${now.id}`, {
          name: now.name,
          rules: now.rules.filter((each) => each.id !== rule.id),
        })
      store.edit((draft) => {
        draft.rules.splice(at, 0, rule)
        draft.ruleSets = sets0
      })
      await load()
    })
  } catch (problem) {
    tellFailure(problem)
  }
}
defineExpose({ share, targets })

const readingsOf = (set: RuleSet) => new Map(set.readings.map((reading) => [reading.id, reading]))
/** The agents that use a set; this one as soon as it does, before its brief is saved. */
function usersOf(set: RuleSet): string {
  const own = store.brief?.ruleSets.includes(set.id) ? [agents.agent?.name ?? ''] : []
  const others = set.usedBy.filter((user) => user.id !== agents.agent?.id).map((user) => user.name)
  return [...own, ...others].filter(Boolean).join(', ')
}
</script>

<template>
  <div class="sets" data-field="ruleSets">
    <div v-for="set in used" :key="set.id" class="set">
      <div class="acts">
        <ElInput
          class="name"
          :model-value="set.name"
          maxlength="120"
          aria-label="Name of the shared set"
          @change="change(set, { name: $event || set.name })"
        />
        <span class="small soft grow">shared; a change shows in {{ usersOf(set) }}</span>
        <ElButton text size="small" @click="leave(set.id)">Stop using it here</ElButton>
      </div>
      <RuleList :rules="set.rules" :reading-of="readingsOf(set)" @change="change(set, { rules: $event })" />
    </div>
    <RemarkNotes field="ruleSets" />
    <label v-if="others.length" class="acts more small">
      Use a shared set
      <ChoiceField
        :model-value="undefined"
        about="Use a shared set"
        :options="others.map((set) => [set.id, `${set.name} (${set.rules.length}; ${usersOf(set) || 'used by none'})`])"
        @update:model-value="$event && use($event)"
      />
    </label>
  </div>
</template>

<style scoped>
.sets {
  position: relative;
}
.set {
  margin-top: var(--gap-4);
  padding-left: var(--gap-3);
  border-left: 3px double var(--line-strong);
}
.name {
  width: 280px;
  font: 600 var(--text-read) var(--serif);
}
.more {
  margin-top: var(--gap-3);
}
</style>
