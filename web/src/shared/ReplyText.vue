<script setup lang="ts">
import { computed } from 'vue'
import type { Citation } from '@parrot/contract'
import { placeOf } from './place'
import { linesOf } from './replyParts'

/** What the agent says, as text only: paragraphs, lists, citation markers, and the words that changed. */
const props = defineProps<{ reply: string; citations?: readonly Citation[]; against?: string }>()
const emit = defineEmits<{ cite: [citation: Citation] }>()

const lines = computed(() => linesOf(props.reply, props.against))
const citationOf = (marker: number) => props.citations?.find((citation) => citation.marker === marker)

function open(marker: number): void {
  const citation = citationOf(marker)
  if (citation) emit('cite', citation)
}
</script>

<template>
  <div class="reply">
    <p v-for="(line, at) in lines" :key="at" :class="{ item: line.bullet }">
      <span v-if="line.bullet" class="bullet">{{ line.bullet }}</span><span
        ><template v-for="(run, n) in line.runs" :key="n"
          ><button
            v-if="run.kind === 'marker'"
            type="button"
            class="marker"
            :disabled="!citationOf(run.marker)"
            :title="citationOf(run.marker) ? placeOf(citationOf(run.marker)!) : undefined"
            :aria-label="`Open source ${run.marker}`"
            @click="open(run.marker)"
          >
            {{ run.marker }}</button
          ><mark v-else-if="run.isChanged">{{ run.text }}</mark
          ><template v-else>{{ run.text }}</template></template
        ></span
      >
    </p>
  </div>
</template>

<style scoped>
.reply {
  font-family: var(--serif);
  overflow-wrap: anywhere;
}
.reply p + p {
  margin-top: 0.45em;
}
.item {
  display: grid;
  grid-template-columns: 1.5em 1fr;
}
.bullet {
  color: var(--soft);
}
.marker {
  font: 600 0.68em/1 var(--sans);
  vertical-align: 0.32em;
  background: var(--sky);
  color: var(--sky-deep);
  border: 0;
  border-radius: 5px;
  padding: 2px 5px;
  margin: 0 1px 0 3px;
  cursor: pointer;
}
.marker:hover:not(:disabled) {
  background: #c3daea;
}
</style>
