<script setup lang="ts">
import type { Brief } from '@parrot/contract'
import { useBrief } from './briefStore'
import EditLine from './EditLine.vue'
import SwitchLine from './SwitchLine.vue'

/** What answers rest on, what is said when nothing does, and when the agent takes its time. */
defineProps<{ brief: Brief }>()
const store = useBrief()
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
  <div class="row" data-field="grounding.whenUnsure">
    <span class="label">When unsure</span>
    <div class="choices">
      <select
        class="field"
        aria-label="When it is not sure that it answers"
        :value="brief.grounding.whenUnsure"
        @change="store.setAt('grounding.whenUnsure', ($event.target as HTMLSelectElement).value)"
      >
        <option value="offer">shows what comes nearest and says that it may not answer</option>
        <option value="decline">says the same as when it does not know</option>
      </select>
    </div>
  </div>
  <div v-if="brief.grounding.libraryOnly" class="row" data-field="grounding.unbacked">
    <span class="label">When unbacked</span>
    <div class="choices">
      <select
        class="field"
        aria-label="What becomes of a sentence that nothing backs"
        :value="brief.grounding.unbacked ?? ''"
        @change="store.setAt('grounding.unbacked', ($event.target as HTMLSelectElement).value || null)"
      >
        <option value="">visitors: asked again, and left out if it stays; you see it marked</option>
        <option value="askAgain">the model is asked again, and it is left out if it stays</option>
        <option value="remove">it is left out at once</option>
        <option value="mark">it is said all the same, to visitors too</option>
      </select>
      <span class="small soft">A sentence of a language model that nothing backs. The built-in one’s is left out.</span>
    </div>
  </div>
  <div class="row" data-field="grounding.deliberate">
    <span class="label">Deliberates</span>
    <div class="choices">
      <select
        class="field"
        aria-label="When it deliberates"
        :value="brief.grounding.deliberate"
        @change="store.setAt('grounding.deliberate', ($event.target as HTMLSelectElement).value)"
      >
        <option value="never">never</option>
        <option value="whenAsked">for questions that</option>
        <option value="always">for every question</option>
      </select>
      <input
        v-if="brief.grounding.deliberate === 'whenAsked'"
        class="field wide"
        maxlength="1000"
        :value="brief.grounding.deliberateWhen"
        placeholder="compare, plan or look far ahead"
        aria-label="Questions it deliberates on"
        data-field="grounding.deliberateWhen"
        @input="store.setAt('grounding.deliberateWhen', ($event.target as HTMLInputElement).value)"
      />
    </div>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 128px minmax(0, 1fr);
  gap: 14px;
  align-items: center;
  padding: 7px 0;
}
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  min-width: 0;
}
.field {
  width: auto;
  max-width: 100%;
  padding: 5px 8px;
}
.wide {
  flex: 1;
  min-width: 220px;
}
</style>
