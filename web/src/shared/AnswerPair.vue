<script setup lang="ts">
import { computed } from 'vue'
import type { Citation, EarlierAnswer, Insert, Outcome, Support } from '@parrot/contract'
import OutcomeMark from './OutcomeMark.vue'
import ReplyText from './ReplyText.vue'
import { saysTheSame } from './replyParts'

/** An answer now beside the answer before the last change, with the words that differ marked on both sides. */
const props = defineProps<{
  now: {
    reply: string
    outcome: Outcome
    citations: readonly Citation[]
    revision?: number
    support?: readonly Support[]
    inserts?: readonly Insert[] | undefined
    handOver?: { to: string } | null
  }
  before?: EarlierAnswer | null
  beforeLabel?: string
  /** What the answer now is called, where it is not simply that. */
  nowLabel?: string
  /** Where the file of an insert can be fetched. */
  fileAt?: (at: number) => string
}>()
defineEmits<{ cite: [citation: Citation]; ground: [support: Support]; say: [text: string] }>()

const isSame = computed(() => props.before != null && saysTheSame(props.before.reply, props.now.reply))
</script>

<template>
  <div class="pair" :class="{ both: before && !isSame }">
    <section v-if="before && !isSame" class="side before" aria-label="Answer before">
      <header>
        <span class="label">Before</span>
        <span class="small soft">{{ beforeLabel ?? `revision ${before.revision}` }}</span>
        <OutcomeMark :outcome="before.outcome" />
      </header>
      <ReplyText
        class="text"
        :reply="before.reply"
        :citations="before.citations"
        :inserts="before.inserts"
        :against="now.reply"
        @cite="$emit('cite', $event)"
      />
    </section>
    <section class="side now" aria-label="Answer now">
      <header>
        <span class="label">{{ nowLabel ?? (before ? 'Now' : 'Answer') }}</span>
        <span v-if="now.revision" class="small soft">revision {{ now.revision }}</span>
        <OutcomeMark :outcome="now.outcome" :hand-over="now.handOver" />
        <span v-if="isSame" class="small soft same"
          >reads the same as {{ beforeLabel ?? `at revision ${before!.revision}` }}</span
        >
      </header>
      <ReplyText
        class="text"
        :reply="now.reply"
        :citations="now.citations"
        :inserts="now.inserts"
        :file-at="fileAt"
        @say="$emit('say', $event)"
        :support="now.support"
        @ground="$emit('ground', $event)"
        :against="before && !isSame ? before.reply : undefined"
        @cite="$emit('cite', $event)"
      />
    </section>
  </div>
</template>

<style scoped>
.pair.both {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-5);
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-1) var(--gap-3);
  align-items: baseline;
  margin-bottom: var(--gap-2);
}
.text {
  font-size: var(--reply-size, var(--text-reply));
  line-height: 1.5;
  max-width: 68ch;
}
.before .text {
  color: var(--soft);
}
.both .now {
  border-left: 2px solid var(--accent);
  padding-left: var(--gap-4);
}
@media (width < 720px) {
  .pair.both {
    grid-template-columns: 1fr;
  }
}
</style>
