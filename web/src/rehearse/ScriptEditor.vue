<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
import { nextTick, onMounted, ref } from 'vue'
import type { Script } from '@parrot/contract'
import ChoiceField from '../shared/ChoiceField.vue'
import { useOwnQuestions } from '../shared/ownQuestions'
import { blankCheck, CHECK_KINDS, isBlank, OUTCOME_WORDS, outcomes, valueOf, withValue } from './checks'

/** Writes a script: what the visitor says, turn by turn, and what must be true of each answer. */
const props = defineProps<{ agentId: string; script?: Script }>()
const emit = defineEmits<{ save: [script: Script]; cancel: [] }>()

const copy = (): Script =>
  props.script
    ? {
        title: props.script.title,
        turns: props.script.turns.map((turn) => ({ say: turn.say, checks: [...turn.checks] })),
      }
    : { title: '', turns: [{ say: '', checks: [] }] }
const draft = ref<Script>(copy())
const error = ref('')
const { example } = useOwnQuestions(() => props.agentId)
const root = ref<HTMLElement>()

onMounted(() => root.value?.querySelector<HTMLElement>('input')?.focus())

async function addTurn(): Promise<void> {
  draft.value.turns.push({ say: '', checks: [] })
  await nextTick()
  const fields = root.value?.querySelectorAll<HTMLElement>('.say textarea')
  fields?.[fields.length - 1]?.focus()
}

async function addCheck(at: number): Promise<void> {
  draft.value.turns[at]!.checks.push(blankCheck('includes'))
  await nextTick()
  const fields = root.value?.querySelectorAll(`[data-turn="${at}"] .value input`)
  ;(fields?.[fields.length - 1] as HTMLElement | undefined)?.focus()
}

function setValue(turn: number, at: number, value: string): void {
  const { checks } = draft.value.turns[turn]!
  checks[at] = withValue(checks[at]!, value)
}

function save(): void {
  const turns = draft.value.turns.filter((turn) => turn.say.trim() !== '')
  if (draft.value.title.trim() === '') error.value = 'Give the script a title.'
  else if (turns.length === 0) error.value = 'Write what the visitor says in at least one turn.'
  else if (turns.some((turn) => turn.checks.some(isBlank))) error.value = 'A check is empty: fill it in or remove it.'
  else emit('save', { title: draft.value.title.trim(), turns })
}
</script>

<template>
  <form ref="root" class="editor" @submit.prevent="save">
    <label class="label" for="script-title">Title</label>
    <ElInput
      id="script-title"
      v-model="draft.title"
      class="title"
      maxlength="200"
      placeholder="What this conversation is about"
    />
    <ol>
      <li v-for="(turn, at) in draft.turns" :key="at" :data-turn="at">
        <div class="head">
          <span class="label">Turn {{ at + 1 }}, the visitor says</span>
          <ElButton
            v-if="draft.turns.length > 1"
            text
            size="small"
            :aria-label="`Remove turn ${at + 1}`"
            @click="draft.turns.splice(at, 1)"
          >
            Remove
          </ElButton>
        </div>
        <ElInput
          type="textarea"
          v-model="turn.say"
          class="say"
          :rows="1"
          maxlength="5000"
          :aria-label="`Turn ${at + 1}: the visitor says`"
          :placeholder="example"
        />
        <div v-for="(check, n) in turn.checks" :key="n" class="check">
          <span class="soft small">{{ n === 0 ? 'the answer' : 'and' }}</span>
          <ChoiceField
            class="kind"
            :model-value="check.kind"
            :about="`Turn ${at + 1}, check ${n + 1}: kind`"
            :options="CHECK_KINDS.map((each) => [each.kind, each.label] as const)"
            @update:model-value="$event && (turn.checks[n] = blankCheck($event))"
          />
          <ChoiceField
            v-if="check.kind === 'outcome'"
            class="value"
            :model-value="check.outcome"
            :about="`Turn ${at + 1}, check ${n + 1}: value`"
            :options="outcomes.map((outcome) => [outcome, OUTCOME_WORDS[outcome]] as const)"
            @update:model-value="$event && setValue(at, n, $event)"
          />
          <ElInput
            v-else-if="check.kind !== 'handsOver'"
            class="value"
            :model-value="valueOf(check)"
            :inputmode="check.kind === 'maxWords' ? 'numeric' : 'text'"
            :placeholder="check.kind === 'cites' ? 'any source, or part of a title' : ''"
            :aria-label="`Turn ${at + 1}, check ${n + 1}: value`"
            maxlength="300"
            @update:model-value="setValue(at, n, $event)"
          />
          <span v-else />
          <ElButton
            text
            size="small"
            :aria-label="`Remove check ${n + 1} of turn ${at + 1}`"
            @click="turn.checks.splice(n, 1)"
          >
            ×
          </ElButton>
        </div>
        <ElButton text size="small" @click="addCheck(at)">+ check</ElButton>
      </li>
    </ol>
    <ElButton size="small" @click="addTurn">Add a turn</ElButton>
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <div class="acts">
      <ElButton native-type="submit" type="primary">Save and run</ElButton>
      <ElButton @click="$emit('cancel')">Cancel</ElButton>
    </div>
  </form>
</template>

<style scoped>
.editor {
  max-width: 720px;
}
.title {
  font: 600 var(--text-reply) / 1.3 var(--serif);
  margin: var(--gap-1) 0 var(--gap-2);
}
ol {
  list-style: none;
  margin: 0 0 var(--gap-3);
  padding: 0;
}
li {
  padding: var(--gap-3) 0 var(--gap-2);
  border-top: 1px solid var(--line);
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 30px;
}
.say {
  font: var(--text-read) / 1.45 var(--serif);
}
.check {
  display: grid;
  grid-template-columns: 84px 170px 1fr auto;
  gap: var(--gap-2);
  align-items: center;
  margin-top: var(--gap-2);
}
.check > .soft {
  text-align: right;
}
.acts {
  margin-top: var(--gap-4);
}
.wrong {
  color: var(--brick);
  margin-top: var(--gap-3);
}
@media (width < 720px) {
  .check {
    grid-template-columns: 1fr 1fr auto;
  }
  .check > .soft {
    display: none;
  }
}
</style>
