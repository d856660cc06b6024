<script setup lang="ts">
import { computed, provide } from 'vue'
import { blocksOf } from '@parrot/client'
import type { Citation, Insert, Support } from '@parrot/contract'
import ReplyBlocks from './ReplyBlocks.vue'
import ReplyInserts from './ReplyInserts.vue'
import { REPLY_MARKS, runMaker } from './replyParts'

/** What the agent says, drawn from its Markdown, with citation markers, and the words that changed. */
const props = defineProps<{
  reply: string
  citations?: readonly Citation[]
  against?: string
  support?: readonly Support[]
  inserts?: readonly Insert[] | undefined
  /** Where the file of an insert can be fetched. */
  fileAt?: ((at: number) => string) | undefined
}>()
const emit = defineEmits<{ cite: [citation: Citation]; ground: [support: Support]; say: [text: string] }>()

const blocks = computed(() => blocksOf(props.reply))
const runsOf = computed(() => runMaker(props.reply, props.against, props.support))
provide(REPLY_MARKS, {
  runsOf: (text, from) => runsOf.value(text, from),
  citationOf: (marker) => props.citations?.find((citation) => citation.marker === marker),
  cite: (citation) => emit('cite', citation),
  ground: (support) => emit('ground', support),
})
</script>

<template>
  <div class="reply">
    <ReplyBlocks :blocks="blocks" />
    <ReplyInserts
      v-if="inserts?.length"
      :inserts="inserts"
      :citations="citations ?? []"
      :file-at="fileAt"
      @cite="$emit('cite', $event)"
      @say="$emit('say', $event)"
    />
  </div>
</template>

<style scoped>
.reply {
  font-family: var(--serif);
  overflow-wrap: anywhere;
}
</style>
