<script setup lang="ts">
import { ElButton } from 'element-plus'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import type { Check, Citation, EarlierAnswer, Script, ScriptResult } from '@parrot/contract'
import AnswerPair from '../shared/AnswerPair.vue'
import NoteDesk from '../notes/NoteDesk.vue'
import WorkingSteps from '../shared/WorkingSteps.vue'
import { useTry } from '../try/tryStore'
import { suggestedChecks, wordsOf } from './checks'

/** One script as it ran: each reply beside the one of the run before, each check with its verdict and reason. */
const props = defineProps<{
  agentId: string
  script: Script
  result: ScriptResult | undefined
  revision: number | undefined
  before: { result: ScriptResult; revision: number } | undefined
  isBusy: boolean
}>()
defineEmits<{
  edit: []
  run: []
  duplicate: []
  remove: []
  move: [by: number]
  /** What must be true of a turn from now on. */
  check: [turn: number, checks: Check[]]
}>()
const router = useRouter()
const trying = useTry()
const openTurn = ref(-1)
const noted = ref(-1)
const saidBefore = (at: number) => props.result?.turns.slice(0, at).map(({ say }) => say) ?? []

function earlier(at: number): EarlierAnswer | null {
  const turn = props.before?.result.turns[at]
  if (!turn || turn.say !== props.result?.turns[at]?.say) return null
  return {
    reply: turn.reply,
    outcome: turn.outcome,
    citations: turn.citations,
    inserts: turn.inserts,
    revision: props.before!.revision,
    askedAt: '',
  }
}

const openCitation = (citation: Citation) => openPassage(citation.sourceId, citation.passageId)
const openPassage = (sourceId: string, passage: string) =>
  void router.push({ name: 'library', params: { id: props.agentId, sourceId }, query: { passage } })
const openField = (field: string) =>
  void router.push({ name: 'brief', params: { id: props.agentId }, query: { field } })
</script>

<template>
  <div class="run">
    <header>
      <div class="grow">
        <h2>{{ script.title }}</h2>
        <p class="small soft">
          <template v-if="result"
            >{{ result.passed ? '✓ passed' : '✕ failed'
            }}<template v-if="result.repeats"
              >, {{ result.repeats.passed }} of {{ result.repeats.times }} times passed,</template
            >
            at revision {{ revision
            }}<template v-if="before">, compared with revision {{ before.revision }}</template></template
          >
          <template v-else>not run yet</template>
        </p>
      </div>
      <ElButton size="small" :disabled="isBusy" @click="$emit('run')">Run this script</ElButton>
      <ElButton size="small" @click="$emit('edit')">Edit</ElButton>
      <ElButton text size="small" aria-label="Move the script up" @click="$emit('move', -1)">↑</ElButton>
      <ElButton text size="small" aria-label="Move the script down" @click="$emit('move', 1)">↓</ElButton>
      <ElButton text size="small" @click="$emit('duplicate')">Duplicate</ElButton>
      <ElButton type="danger" text size="small" @click="$emit('remove')">Remove</ElButton>
    </header>
    <p v-if="result?.error" class="error" role="alert">The script could not be played: {{ result.error }}</p>
    <ol v-if="result && result.turns.length">
      <li v-for="(turn, at) in result.turns" :key="at">
        <p class="said">{{ turn.say }}</p>
        <AnswerPair :now="turn" :before="earlier(at)" class="answer" @cite="openCitation" />
        <ul v-if="turn.checks.length" class="checks">
          <li
            v-for="(check, n) in turn.checks"
            :key="n"
            :class="check.passed ? 'pass' : check.check.soft ? 'warned' : 'fail'"
          >
            <span class="mark" aria-hidden="true">{{ check.passed ? '✓' : check.check.soft ? '!' : '✕' }}</span>
            <span class="what">{{ wordsOf(check.check) }}</span>
            <span class="soft"
              >{{ check.reason
              }}<template v-if="result.repeats">
                Held {{ result.repeats.held[at]?.[n] }} of {{ result.repeats.times }} times.</template
              ></span
            >
          </li>
        </ul>
        <div class="acts">
          <ElButton text size="small" :aria-expanded="openTurn === at" @click="openTurn = openTurn === at ? -1 : at">
            {{ openTurn === at ? 'Hide workings' : 'Show workings' }}
          </ElButton>
          <ElButton text size="small" @click="trying.ask(turn.say)">Ask it in the strip</ElButton>
          <ElButton
            v-if="turn.checks.length === 0"
            text
            size="small"
            @click="$emit('check', at, suggestedChecks(turn))"
          >
            This is right: check it
          </ElButton>
          <ElButton
            size="small"
            :text="turn.passed"
            :aria-expanded="noted === at"
            @click="noted = noted === at ? -1 : at"
          >
            Not right?
          </ElButton>
        </div>
        <NoteDesk
          v-if="noted === at"
          :agent-id="agentId"
          :about="{ question: turn.say, before: saidBefore(at) }"
          :reply="turn.reply"
          @close="noted = -1"
          @accepted="$emit('run')"
        />
        <WorkingSteps v-if="openTurn === at" :workings="turn.workings" @passage="openPassage" @field="openField" />
      </li>
    </ol>
    <ol v-else>
      <li v-for="(turn, at) in script.turns" :key="at">
        <p class="said">{{ turn.say }}</p>
        <p class="soft small">{{ turn.checks.map(wordsOf).join(' · ') || 'no checks' }}</p>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.run {
  max-width: 860px;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
  align-items: flex-start;
}
.grow {
  flex: 1;
  min-width: 200px;
}
ol {
  list-style: none;
  margin: var(--gap-3) 0 0;
  padding: 0;
}
ol > li {
  padding: var(--gap-4) 0 var(--gap-2);
  border-top: 1px solid var(--line);
}
.said {
  font-weight: 700;
  margin-bottom: var(--gap-2);
  overflow-wrap: anywhere;
}
.said::before {
  content: '› ';
  color: var(--accent);
}
.answer {
  --reply-size: 18px;
}
.checks {
  list-style: none;
  margin: var(--gap-3) 0 2px;
  padding: 0;
}
.checks li {
  display: grid;
  grid-template-columns: 18px minmax(130px, 240px) 1fr;
  gap: var(--gap-2);
  font-size: var(--text-ui);
  padding: var(--gap-1) var(--gap-2);
  border-radius: 4px;
}
.mark {
  font-weight: 700;
}
.pass .mark {
  color: var(--accent-deep);
}
.fail {
  background: var(--brick-wash);
}
.warned {
  background: var(--warm-wash);
}
.warned .mark {
  color: var(--warm);
}
.fail .mark,
.fail .what {
  color: var(--brick);
  font-weight: 700;
}
.acts {
  margin: var(--gap-1) 0 var(--gap-1) calc(-1 * var(--gap-2));
}
.error {
  color: var(--brick);
  margin-top: var(--gap-3);
}
</style>
