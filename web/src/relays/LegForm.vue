<script setup lang="ts">
import { computed } from 'vue'
import { ElButton, ElCheckbox, ElInput, ElMention } from 'element-plus'
import type { Agent, Leg } from '@parrot/contract'
import ChoiceField from '../shared/ChoiceField.vue'

/** One leg: who does it, what in words, and under which conditions. */
const props = defineProps<{
  at: number
  count: number
  agents: readonly Agent[]
  /** Inputs and legs before it. */
  names: readonly string[]
  problems: readonly string[]
}>()
defineEmits<{ move: [by: number]; remove: [] }>()
const leg = defineModel<Leg>({ required: true })

const who = computed(() => props.agents.map(({ id, name }) => [id, name] as const))
/** Behind a “{” the names are offered that can be filled in. */
const places = computed(() =>
  [...props.names, ...(leg.value.each ? ['item'] : [])].map((name) => ({ value: `{${name}}}`, label: name })),
)
const loops = computed(() => [
  ['', 'once'] as const,
  ...props.names.map((name) => [name, `for each line of ${name}`] as const),
])
const conditions = computed(() => [
  ['', 'always'] as const,
  ...props.names.map((name) => [name, `only where ${name}`] as const),
])
const HOW = [
  ['yes', 'mentions'],
  ['no', 'does not mention'],
] as const
const about = computed(() => `Leg ${props.at + 1}`)
const setCondition = (of: string | undefined) =>
  (leg.value.onlyIf = of
    ? { of, mentions: leg.value.onlyIf?.mentions || 'delay', not: leg.value.onlyIf?.not ?? false }
    : null)
</script>

<template>
  <div class="head">
    <span class="number soft">{{ at + 1 }}</span>
    <ElInput
      :model-value="leg.name"
      class="name"
      maxlength="40"
      :aria-label="`${about}: name`"
      @update:model-value="leg.name = $event.replace(/[^\w]/g, '_')"
    />
    <span class="soft small">done by</span>
    <ChoiceField v-model="leg.agent" :options="who" :about="`${about}: who does it`" />
    <span class="acts">
      <ElButton text size="small" :disabled="at === 0" :aria-label="`Move ${about} up`" @click="$emit('move', -1)"
        >↑</ElButton
      >
      <ElButton
        text
        size="small"
        :disabled="at === count - 1"
        :aria-label="`Move ${about} down`"
        @click="$emit('move', 1)"
        >↓</ElButton
      >
      <ElButton text size="small" :aria-label="`Remove ${about}`" @click="$emit('remove')">×</ElButton>
    </span>
  </div>
  <div class="task">
    <ElMention
      v-model="leg.task"
      type="textarea"
      prefix="{"
      :autosize="{ minRows: 1, maxRows: 10 }"
      :options="places"
      :maxlength="4000"
      placeholder="what it is to do, in words; with { what it was given"
      :aria-label="`${about}: what it is to do`"
    />
  </div>
  <p v-for="problem in problems" :key="problem" class="warm">◐ {{ problem }}</p>
  <div class="acts">
    <ChoiceField v-model="leg.each" :options="loops" :about="`${about}: how often`" />
    <ChoiceField
      :model-value="leg.onlyIf?.of ?? ''"
      :options="conditions"
      :about="`${about}: under which condition`"
      @update:model-value="setCondition"
    />
    <template v-if="leg.onlyIf">
      <ChoiceField
        :model-value="leg.onlyIf.not ? 'no' : 'yes'"
        :options="HOW"
        :about="`${about}: mentions or not`"
        @update:model-value="leg.onlyIf.not = $event === 'no'"
      />
      <ElInput v-model="leg.onlyIf.mentions" class="words" maxlength="200" :aria-label="`${about}: words`" />
    </template>
    <ElCheckbox v-if="at > 0" v-model="leg.alongside">together with the one before</ElCheckbox>
    <ElCheckbox v-model="leg.approval">I look at it first</ElCheckbox>
  </div>
</template>

<style scoped>
.head {
  display: grid;
  grid-template-columns: 18px minmax(80px, 1fr) auto auto auto;
  gap: var(--gap-2);
  align-items: center;
}
.task {
  margin: var(--gap-2) 0;
}
.words {
  width: 140px;
}
.warm {
  color: var(--warm);
}
@media (width < 720px) {
  .head {
    grid-template-columns: 18px minmax(0, 1fr);
  }
}
</style>
