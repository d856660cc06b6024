<script setup lang="ts">
import { ElInput } from 'element-plus'
import type { Brief } from '@parrot/contract'
import { useBrief } from './briefStore'
import EditLine from './EditLine.vue'
import SelectLine from './SelectLine.vue'
import SwitchLine from './SwitchLine.vue'

/** What answers rest on, what is said when nothing does, and when the agent takes its time. */
defineProps<{ brief: Brief }>()
const store = useBrief()

const WHEN_UNSURE = [
  ['offer', 'shows what comes nearest and says that it may not answer'],
  ['decline', 'says the same as when it does not know'],
] as const
const UNBACKED = [
  ['', 'visitors: asked again, and left out if it stays; you see it marked'],
  ['askAgain', 'the model is asked again, and it is left out if it stays'],
  ['remove', 'it is left out at once'],
  ['mark', 'it is said all the same, to visitors too'],
] as const
const DELIBERATES = [
  ['never', 'never'],
  ['whenAsked', 'for questions that'],
  ['always', 'for every question'],
] as const
</script>

<template>
  <SwitchLine
    label="Library only"
    path="grounding.libraryOnly"
    on="It says only what the library says; what nothing backs is dealt with as below."
    off="A language model may add what it knows by itself; unbacked sentences are flagged in the workings."
  />
  <SwitchLine
    label="Citations"
    path="grounding.cite"
    on="Every answer shows where it stands."
    off="Answers carry no sources."
  />
  <EditLine
    label="When unknown"
    path="grounding.whenUnknown"
    is-long
    :maxlength="1000"
    placeholder="What it says when the library does not tell"
  />
  <SelectLine
    label="When unsure"
    path="grounding.whenUnsure"
    about="When it is not sure that it answers"
    :options="WHEN_UNSURE"
  />
  <SelectLine
    v-if="brief.grounding.libraryOnly"
    label="When unbacked"
    path="grounding.unbacked"
    about="What becomes of a sentence that nothing backs"
    :options="UNBACKED"
    help="A sentence of a language model that nothing backs. The built-in one’s is left out."
  />
  <SelectLine label="Deliberates" path="grounding.deliberate" about="When it deliberates" :options="DELIBERATES">
    <ElInput
      v-if="brief.grounding.deliberate === 'whenAsked'"
      class="wide"
      maxlength="1000"
      :model-value="brief.grounding.deliberateWhen"
      placeholder="compare, plan or look far ahead"
      aria-label="Questions it deliberates on"
      data-field="grounding.deliberateWhen"
      @update:model-value="store.setAt('grounding.deliberateWhen', $event)"
    />
  </SelectLine>
</template>

<style scoped>
.wide {
  flex: 1;
  min-width: 220px;
}
</style>
