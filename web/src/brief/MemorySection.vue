<script setup lang="ts">
import { ElInputNumber } from 'element-plus'
import type { Brief } from '@parrot/contract'
import { useBrief } from './briefStore'
import SwitchLine from './SwitchLine.vue'

/** What of a conversation is kept in mind. */
defineProps<{ brief: Brief }>()
const store = useBrief()
</script>

<template>
  <div class="brief-line" data-field="memory.turns">
    <span class="label">Turns</span>
    <label class="acts">
      <ElInputNumber
        :model-value="brief.memory.turns"
        :min="0"
        :max="100"
        :precision="0"
        controls-position="right"
        aria-label="Turns that are seen in full"
        @change="$event !== undefined && store.setAt('memory.turns', $event ?? 0)"
      />
      <span class="small soft">of the conversation are seen in full.</span>
    </label>
  </div>
  <SwitchLine
    label="Summary"
    path="memory.summarise"
    on="What came before them is kept in a line each."
    off="What came before them is forgotten."
  />
  <SwitchLine
    label="The visitor"
    path="memory.rememberVisitor"
    on="Name, party and preferences are remembered for this conversation."
    off="Nothing a visitor tells of themselves is kept."
  />
</template>
