<script setup lang="ts">
import { computed } from 'vue'
import type { Citation, Support } from '@parrot/contract'
import { placeOf } from './place'
import { linesOf } from './replyParts'

/** What the agent says, as text only: paragraphs, lists, citation markers, and the words that changed. */
const props = defineProps<{
  reply: string
  citations?: readonly Citation[]
  against?: string
  support?: readonly Support[]
}>()
const emit = defineEmits<{ cite: [citation: Citation]; ground: [support: Support] }>()

const lines = computed(() => linesOf(props.reply, props.against, props.support))
const citationOf = (marker: number) => props.citations?.find((citation) => citation.marker === marker)

const titleOf = (ground: Support) =>
  ground.passageId === undefined ? 'Open the line of the brief this comes from' : 'Open the passage this comes from'

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
          ><span
            v-else-if="run.ground"
            class="phrase"
            role="link"
            tabindex="0"
            :title="titleOf(run.ground)"
            @click="emit('ground', run.ground)"
            @keydown.enter="emit('ground', run.ground)"
            ><mark v-if="run.isChanged">{{ run.text }}</mark
            ><template v-else>{{ run.text }}</template></span
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
.phrase {
  cursor: pointer;
}
.phrase:hover {
  text-decoration: underline dotted var(--accent);
  text-underline-offset: 4px;
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
