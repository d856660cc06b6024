<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, ref } from 'vue'
import type { Conflict, Source } from '@parrot/contract'
import { call } from '../api/client'
import EmptyNote from '../shared/EmptyNote.vue'
import { tell, tellFailure } from '../shared/undo'

/** Two sources that state different values for one thing, side by side: go to either, or say that both are right. */
const props = defineProps<{ agentId: string; conflicts: readonly Conflict[]; sources: readonly Source[] }>()
const emit = defineEmits<{ close: []; passage: [sourceId: string, passageId: string]; changed: [] }>()

const showsSettled = ref(false)
const open = computed(() => props.conflicts.filter((conflict) => !conflict.isSettled))
const shown = computed(() => (showsSettled.value ? props.conflicts : open.value))
const settledCount = computed(() => props.conflicts.length - open.value.length)
const titleOf = (id: string) => props.sources.find((source) => source.id === id)?.title ?? 'a source'

/** A statement in three pieces, its value in the middle. */
function pieces(text: string, value: string): [string, string, string] {
  const first = value.split(' – ')[0]!
  const last = value.split(' – ').at(-1)!
  const from = text.indexOf(first)
  const end = text.indexOf(last, Math.max(0, from))
  if (from < 0 || end < 0) return [text, '', '']
  return [text.slice(0, from), text.slice(from, end + last.length), text.slice(end + last.length)]
}

async function settle(conflict: Conflict, isSettled: boolean): Promise<void> {
  const texts = [conflict.one.text, conflict.other.text]
  const put = async (settled: boolean) => {
    await call('PUT', `/api/agents/${props.agentId}/conflicts`, { texts, isSettled: settled })
    emit('changed')
  }
  try {
    await put(isSettled)
    tell(isSettled ? 'Both are taken for right.' : 'It is open again.', () => put(!isSettled))
  } catch (problem) {
    tellFailure(problem)
  }
}
</script>

<template>
  <section class="pane conflicts" aria-label="Sources that do not agree">
    <header class="pane-head">
      <ElButton text size="small" @click="$emit('close')">‹ Finder</ElButton>
      <div>
        <h2>Sources that do not agree</h2>
        <p class="soft">
          Different values for what reads like the same thing. Correct one of them, remove its source, or say that both
          are right.
        </p>
      </div>
    </header>
    <EmptyNote
      v-if="shown.length === 0"
      title="Nothing open"
      text="No two sources state different values for the same thing."
    />
    <ol v-else>
      <li
        v-for="conflict in shown"
        :key="conflict.one.text + conflict.other.text"
        :class="{ settled: conflict.isSettled }"
      >
        <div v-for="(side, n) in [conflict.one, conflict.other]" :key="side.passageId" class="side">
          <p class="label">{{ titleOf(side.sourceId) }}</p>
          <p class="text">
            <template v-for="(piece, m) in pieces(side.text, conflict.values[n]!)" :key="m"
              ><mark v-if="m === 1 && piece">{{ piece }}</mark
              ><template v-else>{{ piece }}</template></template
            >
          </p>
          <ElButton text size="small" @click="$emit('passage', side.sourceId, side.passageId)">
            Open it there
          </ElButton>
        </div>
        <ElButton size="small" class="both" @click="settle(conflict, !conflict.isSettled)">
          {{ conflict.isSettled ? 'Open again' : 'Both are right' }}
        </ElButton>
      </li>
    </ol>
    <p v-if="settledCount > 0">
      <ElButton text size="small" @click="showsSettled = !showsSettled">
        {{ showsSettled ? 'Hide' : 'Show' }} the {{ settledCount }} taken for right
      </ElButton>
    </p>
  </section>
</template>

<style scoped>
.conflicts {
  max-width: 1000px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 1fr 1fr auto;
  gap: var(--gap-4);
  align-items: center;
  border-top: 1px solid var(--line);
  padding: var(--gap-3) 0;
}
.settled .text {
  color: var(--faint);
}
.side .el-button {
  margin-left: calc(-1 * var(--gap-2));
}
.text {
  font: var(--text-read) / 1.45 var(--serif);
  overflow-wrap: anywhere;
}
@media (width < 960px) {
  li {
    grid-template-columns: 1fr;
    gap: var(--gap-2);
  }
  .both {
    justify-self: start;
  }
}
</style>
