<script setup lang="ts">
import { inject } from 'vue'
import { ElPopover } from 'element-plus'
import type { Inline } from '@parrot/client'
import { placeOf } from './place'
import { REPLY_MARKS } from './replyParts'

/** Pieces of a line of a reply: words as text only, what changed marked, and what each phrase rests on a click away. */
defineProps<{ inlines: readonly Inline[] }>()
const marks = inject(REPLY_MARKS)!
const titleOf = (ground: { passageId?: string | undefined }) =>
  ground.passageId === undefined ? 'Open the line of the brief this comes from' : 'Open the passage this comes from'

/** What a tool gave back stands in no document: it is shown where it is cited. */
const ofTool = ({ sourceId }: { sourceId: string }) => sourceId.startsWith('tool:')
const toldBy = (marker: number) => {
  const citation = marks.citationOf(marker)
  return citation && ofTool(citation) ? citation : undefined
}

function open(marker: number): void {
  const citation = marks.citationOf(marker)
  if (citation && !ofTool(citation)) marks.cite(citation)
}
</script>

<template>
  <template v-for="(each, n) in inlines" :key="n"
    ><template v-if="each.kind === 'text'"
      ><template v-for="(run, m) in marks.runsOf(each.text, each.from)" :key="m"
        ><span
          v-if="run.ground && !run.ground.isSupported"
          class="unbacked"
          :title="`Not backed: ${run.ground.because ?? 'no passage says it'}`"
          ><mark v-if="run.isChanged">{{ run.text }}</mark
          ><template v-else>{{ run.text }}</template></span
        ><span v-else-if="run.ground" class="phrase" :title="titleOf(run.ground)" @click="marks.ground(run.ground)"
          ><mark v-if="run.isChanged">{{ run.text }}</mark
          ><template v-else>{{ run.text }}</template></span
        ><mark v-else-if="run.isChanged">{{ run.text }}</mark
        ><template v-else>{{ run.text }}</template></template
      ></template
    ><span v-else-if="each.kind === 'marker'" class="kept"
      ><ElPopover v-if="toldBy(each.marker)" trigger="click" :width="360" :persistent="false">
        <template #reference
          ><button type="button" class="marker" :aria-label="`What the tool gave back, ${each.marker}`">
            {{ each.marker }}
          </button></template
        >
        <p class="label">{{ toldBy(each.marker)!.sourceTitle }}</p>
        <p class="given">{{ toldBy(each.marker)!.quote }}</p></ElPopover
      ><button
        v-else
        type="button"
        class="marker"
        :disabled="!marks.citationOf(each.marker)"
        :title="marks.citationOf(each.marker) ? placeOf(marks.citationOf(each.marker)!) : undefined"
        :aria-label="`Open source ${each.marker}`"
        @click="open(each.marker)"
      >
        {{ each.marker }}</button
      >{{ each.stop }}</span
    ><br v-else-if="each.kind === 'break'" /><code v-else-if="each.kind === 'code'">{{ each.text }}</code
    ><a v-else-if="each.kind === 'link'" :href="each.href" target="_blank" rel="noopener noreferrer nofollow"
      ><ReplyInlines :inlines="each.inlines" /></a
    ><component :is="each.kind === 'strong' ? 'strong' : 'em'" v-else
      ><ReplyInlines :inlines="each.inlines" /></component
  ></template>
</template>

<style scoped>
.kept {
  white-space: nowrap;
}
.phrase {
  cursor: pointer;
}
.phrase:hover {
  text-decoration: underline dotted var(--accent);
  text-underline-offset: 4px;
}
.unbacked {
  text-decoration: underline dashed var(--warm) 2px;
  text-underline-offset: 5px;
  text-decoration-skip-ink: none;
}
.marker {
  font: 600 0.68em / 1 var(--sans);
  vertical-align: 0.32em;
  background: var(--sky);
  color: var(--sky-deep);
  border: 0;
  border-radius: var(--radius-small);
  min-width: 24px;
  padding: 3px 5px;
  margin: 0 1px 0 3px;
  cursor: pointer;
}
.marker:hover:not(:disabled) {
  background: var(--sky-hover);
}
.marker:disabled {
  cursor: default;
}
.given {
  max-height: 240px;
  overflow: auto;
  font: var(--text-small) / 1.5 var(--mono);
  overflow-wrap: anywhere;
}
code {
  font: 0.85em var(--mono);
  background: var(--paper-deep);
  border-radius: 3px;
  padding: 1px 3px;
}
</style>
