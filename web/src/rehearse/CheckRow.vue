<script setup lang="ts">
import { ElButton, ElCheckbox, ElInput, ElSlider } from 'element-plus'
import { computed } from 'vue'
import { SHOWN, type Check } from '@parrot/contract'
import ChoiceField from '../shared/ChoiceField.vue'
import {
  CHECK_CHOICES,
  CHECK_FORMS,
  checkOfChoice,
  choiceOf,
  dials,
  OUTCOME_WORDS,
  outcomes,
  valueOf,
  withValue,
} from './checks'

/** One check of a turn as it is written: what must be true, with what, and whether it only warns. */
const props = defineProps<{ check: Check; lead: string; about: string; isShort?: boolean }>()
const emit = defineEmits<{ change: [check: Check]; remove: [] }>()

const form = computed(() => CHECK_FORMS[props.check.kind])
const set = (value: string) => emit('change', withValue(props.check, value))
const setBand = (band: number | number[]) =>
  props.check.kind === 'manner' &&
  Array.isArray(band) &&
  emit('change', { ...props.check, from: band[0]!, to: band[1]! })
</script>

<template>
  <div class="check" :class="{ short: isShort }">
    <span class="soft small lead">{{ lead }}</span>
    <ChoiceField
      class="kind"
      can-filter
      :model-value="choiceOf(check)"
      :about="`${about}: kind`"
      :options="CHECK_CHOICES"
      @update:model-value="$event && emit('change', checkOfChoice($event, check))"
    />
    <ChoiceField
      v-if="form.input === 'outcome'"
      class="value"
      :model-value="check.kind === 'outcome' ? check.outcome : undefined"
      :about="`${about}: value`"
      :options="outcomes.map((outcome) => [outcome, OUTCOME_WORDS[outcome]] as const)"
      @update:model-value="$event && set($event)"
    />
    <ChoiceField
      v-else-if="form.input === 'insert'"
      class="value"
      :model-value="check.kind === 'insert' ? check.shows : undefined"
      :about="`${about}: value`"
      :options="Object.entries(SHOWN).map(([kind, name]) => [kind, name] as const)"
      @update:model-value="$event && set($event)"
    />
    <div v-else-if="check.kind === 'manner'" class="value band">
      <ChoiceField
        :model-value="check.dial"
        :about="`${about}: dial`"
        :options="dials.map((dial) => [dial, dial] as const)"
        @update:model-value="$event && set($event)"
      />
      <ElSlider
        range
        :model-value="[check.from, check.to]"
        :aria-label="`${about}: from and to, of 100`"
        @input="setBand"
      />
    </div>
    <ElInput
      v-else-if="form.input !== 'none'"
      class="value"
      :model-value="valueOf(check)"
      :inputmode="form.input === 'number' ? 'numeric' : 'text'"
      :placeholder="form.hint ?? ''"
      :aria-label="`${about}: value`"
      maxlength="2000"
      @update:model-value="set"
    />
    <span v-else />
    <ElCheckbox
      v-if="!isShort"
      class="warns"
      :model-value="check.soft === true"
      size="small"
      :aria-label="`${about}: only warns`"
      @change="emit('change', { ...check, soft: $event === true ? true : undefined })"
    >
      warns
    </ElCheckbox>
    <ElButton
      v-if="!isShort"
      class="gone"
      text
      size="small"
      :aria-label="`Remove ${about.toLowerCase()}`"
      @click="emit('remove')"
      >×</ElButton
    >
  </div>
</template>

<style scoped>
.check {
  display: grid;
  grid-template-columns: 76px 216px 1fr auto auto;
  gap: var(--gap-2);
  align-items: center;
  margin-top: var(--gap-2);
}
/* In a narrow pane: its kind above its value. */
.short {
  grid-template-columns: 1fr;
}
.short .lead {
  text-align: start;
}
.lead {
  text-align: right;
}
.band {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: var(--gap-4);
  align-items: center;
  padding-right: var(--gap-3);
}
@media (width < 720px) {
  .check {
    grid-template: 'kind gone' auto 'value soft' auto / 1fr auto;
  }
  .kind {
    grid-area: kind;
  }
  .value {
    grid-area: value;
  }
  .warns {
    grid-area: soft;
  }
  .gone {
    grid-area: gone;
  }
  .lead {
    display: none;
  }
}
</style>
