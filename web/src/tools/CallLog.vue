<script setup lang="ts">
import { onMounted } from 'vue'
import type { ToolCallShown } from '@parrot/contract'
import { get } from '../api/client'
import { useLoaded } from '../shared/load'
import { moment } from '../shared/when'

/** The last calls of a tool, by whom, with what went and came. */
const props = defineProps<{ path: string }>()
const { data, error, load } = useLoaded(() => get<{ calls: ToolCallShown[] }>(`${props.path}/calls`))
onMounted(load)
</script>

<template>
  <section class="log">
    <h2>Last calls</h2>
    <p v-if="error" class="wrong">{{ error }}</p>
    <p v-else-if="data?.calls.length === 0" class="soft small">It was not called yet.</p>
    <ul v-else class="bare-list">
      <li v-for="(each, at) in data?.calls.slice(0, 12)" :key="at">
        <span :class="{ wrong: each.isFailed }" :aria-label="each.isFailed ? 'failed' : 'done'">{{
          each.isFailed ? '✕' : '✓'
        }}</span>
        <span>
          <b>{{ each.operation }}</b>
          <span class="soft small"
            >{{ moment(each.at) }}, {{ each.agent ?? 'tried by hand' }}, {{ Math.round(each.tookMs) }} ms</span
          >
          <code>{{ JSON.stringify(each.input) }} → {{ each.output.slice(0, 160) }}</code>
        </span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.log {
  margin-top: var(--gap-5);
}
h2 {
  margin-bottom: var(--gap-2);
}
li {
  display: grid;
  grid-template-columns: 18px minmax(0, 1fr);
  gap: var(--gap-1);
  padding: var(--gap-1) 0;
  border-top: 1px solid var(--line);
}
b {
  margin-right: var(--gap-2);
}
code {
  display: block;
  font: var(--text-small) / 1.4 var(--mono);
  overflow-wrap: anywhere;
}
</style>
