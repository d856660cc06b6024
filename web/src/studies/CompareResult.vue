<script setup lang="ts">
import { ElButton, ElSegmented, ElSwitch } from 'element-plus'
import { computed, ref } from 'vue'
import type { Study, StudyResult } from '@parrot/contract'
import { call } from '../api/client'
import ReplyText from '../shared/ReplyText.vue'
import { tellFailure } from '../shared/undo'
import { plural } from '../shared/when'
import { download } from '../shared/download'

/** Two set-ups on the same lines, side by side, with words, checks and time; a vote for each line, and the total. */
const props = defineProps<{ study: Study; result: Extract<StudyResult, { kind: 'compare' }> }>()
const emit = defineEmits<{ change: [] }>()

const showsSame = ref(false)
const lines = computed(() =>
  props.result.lines
    .map((line, at) => ({ ...line, at: String(at) }))
    .filter(({ isSame }) => showsSame.value || !isSame),
)
const same = computed(() => props.result.lines.filter(({ isSame }) => isSame).length)
const totals = computed(() => {
  const of = (side: 'one' | 'other') => ({
    votes: Object.values(props.study.votes).filter((vote) => vote === side).length,
    held: props.result.lines.reduce((sum, line) => sum + line[side].held, 0),
    checks: props.result.lines.reduce((sum, line) => sum + line[side].checks, 0),
    words: Math.round(
      props.result.lines.reduce((sum, line) => sum + line[side].words, 0) / Math.max(1, props.result.lines.length),
    ),
    tookMs: Math.round(
      props.result.lines.reduce((sum, line) => sum + line[side].tookMs, 0) / Math.max(1, props.result.lines.length),
    ),
  })
  return { one: of('one'), other: of('other') }
})
const SIDES = ['one', 'other'] as const
const VOTES = [
  { label: 'left is better', value: 'one' },
  { label: 'both alike', value: 'same' },
  { label: 'right is better', value: 'other' },
  { label: 'no vote', value: '' },
]

async function vote(line: string, value: unknown): Promise<void> {
  try {
    await call('PUT', `/api/studies/${props.study.id}/votes`, { line, vote: value === '' ? null : value })
    emit('change')
  } catch (problem) {
    tellFailure(problem)
  }
}
</script>

<template>
  <div class="totals">
    <p v-for="side in SIDES" :key="side">
      <strong>{{ result[side] }}</strong>
      <span class="small soft number">
        {{ totals[side].held }} of {{ totals[side].checks }} checks · {{ totals[side].words }} words ·
        {{ totals[side].tookMs }} ms · {{ plural(totals[side].votes, 'vote') }}
      </span>
    </p>
  </div>
  <div class="acts head">
    <ElSwitch v-model="showsSame" size="small" :active-text="`with the ${same} that read the same`" />
    <ElButton size="small" @click="download(`/api/studies/${study.id}/export`)">Export as CSV</ElButton>
  </div>
  <p v-if="lines.length === 0" class="soft">Every line is answered alike.</p>
  <ol class="plain-rows">
    <li v-for="line in lines" :key="line.at">
      <p class="said">{{ line.say }}</p>
      <div class="pair">
        <div v-for="side in SIDES" :key="side">
          <span class="small soft">{{ result[side] }}</span>
          <ReplyText
            class="reply"
            :reply="line[side].reply"
            :against="line.isSame ? undefined : line[side === 'one' ? 'other' : 'one'].reply"
          />
          <p class="small soft number">
            {{ line[side].held }} of {{ line[side].checks }} checks, {{ line[side].words }} words
          </p>
        </div>
      </div>
      <ElSegmented
        size="small"
        :model-value="study.votes[line.at] ?? ''"
        :options="VOTES"
        :aria-label="`Which answer to “${line.say}” is better`"
        @change="vote(line.at, $event)"
      />
    </li>
  </ol>
</template>

<style scoped>
.totals {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-4);
  margin: var(--gap-4) 0 var(--gap-3);
}
.totals strong,
.totals span {
  display: block;
}
.said {
  font-weight: 700;
  overflow-wrap: anywhere;
}
.said::before {
  content: '› ';
  color: var(--accent);
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-4);
  margin: var(--gap-2) 0;
}
.reply {
  font-size: var(--text-lead);
}
@media (width < 720px) {
  .pair {
    grid-template-columns: 1fr;
  }
}
</style>
