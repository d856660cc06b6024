<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { ElButton, ElCheckbox, ElDatePicker, ElDropdown, ElDropdownItem, ElDropdownMenu, ElTag } from 'element-plus'
import type { Edition, Outlet } from '@parrot/contract'
import { get } from '../api/client'
import ChoiceField from '../shared/ChoiceField.vue'
import { download } from '../shared/download'
import FilterField from '../shared/FilterField.vue'
import { FIND_ALL, isNarrowed, queryOf, type Finding } from './finding'

/** Narrows the logbook by words, outcome, edition and days, and takes what is found along as a file. */
const props = defineProps<{ agentId: string; which: string }>()
const finding = defineModel<Finding>({ required: true })

const editions = ref<Edition[]>([])
const outlets = ref<Outlet[]>([])
onMounted(async () => {
  const known = await get<{ editions: Edition[] }>(`/api/agents/${props.agentId}/editions`).catch(() => undefined)
  editions.value = known?.editions ?? []
  const places = await get<{ outlets: Outlet[] }>(`/api/agents/${props.agentId}/outlets`).catch(() => undefined)
  outlets.value = places?.outlets ?? []
})

const OUTCOMES = [
  ['', 'any outcome'],
  ['answered', 'answered'],
  ['offered', 'offered'],
  ['clarified', 'asked back'],
  ['declined', 'declined'],
  ['unknown', 'unanswered'],
  ['chatted', 'chatted'],
  ['acted', 'acted'],
] as const
const editionChoices = computed(() => [
  [null, 'any edition'] as const,
  ...editions.value.map(({ number }) => [number, `edition ${number}`] as const),
])
const outletChoices = computed(() => [
  ['', 'anywhere'] as const,
  ['own', 'on its own page'] as const,
  ...outlets.value.map(({ id, name }) => [id, name] as const),
])
const RATINGS = [
  ['', 'any rating'],
  ['up', 'found helpful'],
  ['down', 'not helpful'],
] as const
/** What the agent can tell apart, each by its own name. */
const LANGUAGES = [
  ['', 'any language'],
  ['en', 'English'],
  ['de', 'Deutsch'],
  ['fr', 'Français'],
  ['es', 'Español'],
  ['it', 'Italiano'],
  ['nl', 'Nederlands'],
] as const
const LENGTHS = [
  [null, 'any length'],
  [5, 'over 5 minutes'],
  [15, 'over 15 minutes'],
  [60, 'over an hour'],
] as const
const isOpen = ref(isNarrowed({ ...finding.value, q: '' }))

function takeAlong(form: string): void {
  const query = queryOf(finding.value, props.which)
  query.set('as', form)
  download(`/api/agents/${props.agentId}/conversations?${query}`)
}
</script>

<template>
  <div class="finder" role="search" aria-label="The logbook">
    <div class="line">
      <FilterField v-model="finding.q" class="grow" label="Find words" />
      <ElButton text size="small" :aria-expanded="isOpen" @click="isOpen = !isOpen">Narrow</ElButton>
      <ElDropdown trigger="click" @command="takeAlong">
        <ElButton text size="small">Take along</ElButton>
        <template #dropdown>
          <ElDropdownMenu>
            <ElDropdownItem command="csv">For a spreadsheet (CSV)</ElDropdownItem>
            <ElDropdownItem command="jsonl">For a program (JSON Lines)</ElDropdownItem>
          </ElDropdownMenu>
        </template>
      </ElDropdown>
    </div>
    <div v-if="isOpen" class="more">
      <ChoiceField v-model="finding.outcome" about="How a turn ended" :options="OUTCOMES" />
      <ChoiceField v-model="finding.edition" about="Which edition" :options="editionChoices" />
      <ChoiceField v-if="outlets.length" v-model="finding.outlet" about="Where they came in" :options="outletChoices" />
      <ChoiceField v-model="finding.rating" about="What visitors thought of it" :options="RATINGS" />
      <ChoiceField v-model="finding.language" about="What they write in" :options="LANGUAGES" />
      <ChoiceField v-model="finding.minutes" about="How long it took" :options="LENGTHS" />
      <ElCheckbox v-model="finding.collected">left details</ElCheckbox>
      <ElDatePicker
        v-model="finding.days"
        type="daterange"
        value-format="YYYY-MM-DD"
        format="D MMM YYYY"
        range-separator="to"
        start-placeholder="from"
        end-placeholder="until"
        aria-label="Days"
      />
      <ElTag v-if="finding.debrief" closable @close="finding.debrief = ''"
        >told: {{ finding.debrief.slice(finding.debrief.indexOf(':') + 1) || 'nothing' }}</ElTag
      >
      <ElButton v-if="isNarrowed(finding)" text size="small" @click="finding = { ...FIND_ALL }">Show all</ElButton>
    </div>
  </div>
</template>

<style scoped>
.finder {
  display: grid;
  gap: var(--gap-2);
  margin-top: var(--gap-3);
}
.line,
.more {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-1);
}
.line {
  flex-wrap: nowrap;
}
.more > * {
  flex: 1 1 140px;
  min-width: 0;
}
</style>
