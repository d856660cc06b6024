<script setup lang="ts">
import type { Citation, Support } from '@parrot/contract'
import { placeOf } from './place'
import type { Run } from './replyParts'

/** A stretch of a reply: its words as text only, citation markers, what changed, and what each phrase rests on. */
const props = defineProps<{ runs: readonly Run[]; citations?: readonly Citation[] }>()
const emit = defineEmits<{ cite: [citation: Citation]; ground: [support: Support] }>()

const citationOf = (marker: number) => props.citations?.find((citation) => citation.marker === marker)

const titleOf = (ground: Support) =>
  ground.passageId === undefined ? 'Open the line of the brief this comes from' : 'Open the passage this comes from'

function open(marker: number): void {
  const citation = citationOf(marker)
  if (citation) emit('cite', citation)
}
</script>

<template>
  <template v-for="(run, n) in runs" :key="n"
    ><span v-if="run.kind === 'marker'" class="kept"
      ><button
        type="button"
        class="marker"
        :disabled="!citationOf(run.marker)"
        :title="citationOf(run.marker) ? placeOf(citationOf(run.marker)!) : undefined"
        :aria-label="`Open source ${run.marker}`"
        @click="open(run.marker)"
      >
        {{ run.marker }}</button
      >{{ run.stop }}</span
    ><span
      v-else-if="run.ground && !run.ground.isSupported"
      class="unbacked"
      :title="`Not backed: ${run.ground.because ?? 'no passage says it'}`"
      ><mark v-if="run.isChanged">{{ run.text }}</mark
      ><template v-else>{{ run.text }}</template></span
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
  >
</template>

<style scoped>
.kept {
  white-space: nowrap;
}
.phrase {
  cursor: pointer;
}
.unbacked {
  text-decoration: underline dashed var(--warm) 2px;
  text-underline-offset: 5px;
  text-decoration-skip-ink: none;
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
