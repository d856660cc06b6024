<script setup lang="ts">
import type { ReplyBlock } from '@parrot/client'
import ReplyInlines from './ReplyInlines.vue'

/** Blocks of a reply from top to bottom, each in the direction its own script is written in. */
defineProps<{ blocks: readonly ReplyBlock[] }>()
</script>

<template>
  <template v-for="(block, at) in blocks" :key="at">
    <p v-if="block.kind === 'paragraph'" dir="auto"><ReplyInlines :inlines="block.inlines" /></p>
    <p v-else-if="block.kind === 'heading'" class="heading" dir="auto"><ReplyInlines :inlines="block.inlines" /></p>
    <component
      :is="block.start === undefined ? 'ul' : 'ol'"
      v-else-if="block.kind === 'list'"
      :start="block.start"
      dir="auto"
    >
      <li v-for="(item, n) in block.items" :key="n"><ReplyBlocks :blocks="item" /></li>
    </component>
    <div v-else-if="block.kind === 'table'" class="wide" tabindex="0" role="group" aria-label="Table">
      <table>
        <thead>
          <tr>
            <th v-for="(cell, n) in block.rows[0]" :key="n" scope="col" dir="auto"><ReplyInlines :inlines="cell" /></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, r) in block.rows.slice(1)" :key="r">
            <td v-for="(cell, n) in row" :key="n" dir="auto"><ReplyInlines :inlines="cell" /></td>
          </tr>
        </tbody>
      </table>
    </div>
    <pre v-else-if="block.kind === 'code'" tabindex="0"><code>{{ block.text }}</code></pre>
    <blockquote v-else-if="block.kind === 'quote'"><ReplyBlocks :blocks="block.blocks" /></blockquote>
    <hr v-else />
  </template>
</template>

<style scoped>
p + p,
p + :is(ul, ol, .wide, pre),
:is(ul, ol, .wide, pre) + * {
  margin-top: 0.45em;
}
.heading {
  font-weight: 700;
}
ul,
ol {
  margin: 0;
  padding-inline-start: 1.4em;
}
li::marker {
  color: var(--soft);
}
.wide {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  font-size: 0.9em;
}
th,
td {
  text-align: start;
  padding: 3px var(--gap-3) 3px 0;
  border-bottom: 1px solid var(--line);
  font-variant-numeric: tabular-nums;
}
th {
  font: 600 0.78em var(--sans);
  color: var(--soft);
}
pre {
  margin: 0;
  padding: var(--gap-2);
  overflow-x: auto;
  font: 0.8em / 1.5 var(--mono);
  background: var(--paper-deep);
  border-radius: var(--radius-small);
}
blockquote {
  margin: 0.4em 0;
  padding-inline-start: var(--gap-3);
  border-inline-start: 2px solid var(--line-strong);
}
hr {
  border: 0;
  border-top: 1px solid var(--line);
  margin: 0.6em 0;
}
</style>
