<script setup lang="ts">
import { computed } from 'vue'
import type { Citation, Support } from '@parrot/contract'
import { blocksOf, linesOf } from './replyParts'
import ReplyRuns from './ReplyRuns.vue'

/** What the agent says, as text only: paragraphs, lists, citation markers, and the words that changed. */
const props = defineProps<{
  reply: string
  citations?: readonly Citation[]
  against?: string
  support?: readonly Support[]
}>()
const emit = defineEmits<{ cite: [citation: Citation]; ground: [support: Support] }>()

const blocks = computed(() => blocksOf(linesOf(props.reply, props.against, props.support)))
/** What every run of the reply needs: the citations its markers point at, and whom a click is told. */
const shared = computed(() => ({
  citations: props.citations,
  onCite: (citation: Citation) => emit('cite', citation),
  onGround: (support: Support) => emit('ground', support),
}))
</script>

<template>
  <div class="reply">
    <template v-for="(block, at) in blocks" :key="at">
      <table v-if="'rows' in block">
        <thead>
          <tr>
            <th v-for="(cell, n) in block.rows[0]!.cells" :key="n" scope="col">
              <ReplyRuns v-bind="shared" :runs="cell" />
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, r) in block.rows.slice(1)" :key="r">
            <td v-for="(cell, n) in row.cells" :key="n"><ReplyRuns v-bind="shared" :runs="cell" /></td>
          </tr>
        </tbody>
      </table>
      <p v-else :class="{ item: block.line.bullet }">
        <span v-if="block.line.bullet" class="bullet">{{ block.line.bullet }}</span><span
          ><ReplyRuns v-bind="shared" :runs="block.line.runs"
        /></span>
      </p>
    </template>
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
.reply table {
  border-collapse: collapse;
  margin: 0.4em 0;
  font-size: 0.9em;
}
.reply th,
.reply td {
  text-align: left;
  padding: 3px 14px 3px 0;
  border-bottom: 1px solid var(--line);
  font-variant-numeric: tabular-nums;
}
.reply th {
  font: 600 0.78em var(--sans);
  color: var(--soft);
}
</style>
