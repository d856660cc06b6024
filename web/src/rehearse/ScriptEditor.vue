<script setup lang="ts">
import { nextTick, onMounted, ref } from 'vue'
import type { Check, Script } from '@parrot/contract'
import { blankCheck, CHECK_KINDS, isBlank, OUTCOME_WORDS, outcomes, valueOf, withValue } from './checks'

/** Writes a script: what the visitor says, turn by turn, and what must be true of each answer. */
const props = defineProps<{ script?: Script }>()
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
const root = ref<HTMLElement>()

onMounted(() => root.value?.querySelector<HTMLElement>('input')?.focus())

async function addTurn(): Promise<void> {
  draft.value.turns.push({ say: '', checks: [] })
  await nextTick()
  const fields = root.value?.querySelectorAll<HTMLElement>('.say')
  fields?.[fields.length - 1]?.focus()
}

async function addCheck(at: number): Promise<void> {
  draft.value.turns[at]!.checks.push(blankCheck('includes'))
  await nextTick()
  const fields = root.value?.querySelectorAll(`[data-turn="${at}"] .value`)
  ;(fields?.[fields.length - 1] as HTMLElement | undefined)?.focus()
}

function setKind(turn: number, at: number, event: Event): void {
  draft.value.turns[turn]!.checks[at] = blankCheck((event.target as HTMLSelectElement).value as Check['kind'])
}

function setValue(turn: number, at: number, event: Event): void {
  const { checks } = draft.value.turns[turn]!
  checks[at] = withValue(checks[at]!, (event.target as HTMLInputElement).value)
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
    <input
      id="script-title"
      v-model="draft.title"
      class="field title"
      maxlength="200"
      placeholder="What this conversation is about"
    />
    <ol>
      <li v-for="(turn, at) in draft.turns" :key="at" :data-turn="at">
        <div class="head">
          <span class="label">Turn {{ at + 1 }}, the visitor says</span>
          <button
            v-if="draft.turns.length > 1"
            type="button"
            class="btn quiet small"
            :aria-label="`Remove turn ${at + 1}`"
            @click="draft.turns.splice(at, 1)"
          >
            Remove
          </button>
        </div>
        <textarea
          v-model="turn.say"
          class="field say"
          rows="1"
          maxlength="5000"
          :aria-label="`Turn ${at + 1}: the visitor says`"
          placeholder="Can I bring my dog?"
        />
        <div v-for="(check, n) in turn.checks" :key="n" class="check">
          <span class="soft small">{{ n === 0 ? 'the answer' : 'and' }}</span>
          <select
            class="field kind"
            :value="check.kind"
            :aria-label="`Turn ${at + 1}, check ${n + 1}: kind`"
            @change="setKind(at, n, $event)"
          >
            <option v-for="each in CHECK_KINDS" :key="each.kind" :value="each.kind">{{ each.label }}</option>
          </select>
          <select
            v-if="check.kind === 'outcome'"
            class="field value"
            :value="check.outcome"
            :aria-label="`Turn ${at + 1}, check ${n + 1}: value`"
            @change="setValue(at, n, $event)"
          >
            <option v-for="outcome in outcomes" :key="outcome" :value="outcome">{{ OUTCOME_WORDS[outcome] }}</option>
          </select>
          <input
            v-else-if="check.kind !== 'handsOver'"
            class="field value"
            :value="valueOf(check)"
            :inputmode="check.kind === 'maxWords' ? 'numeric' : 'text'"
            :placeholder="check.kind === 'cites' ? 'any source, or part of a title' : ''"
            :aria-label="`Turn ${at + 1}, check ${n + 1}: value`"
            maxlength="300"
            @input="setValue(at, n, $event)"
          />
          <button
            type="button"
            class="btn quiet small"
            :aria-label="`Remove check ${n + 1} of turn ${at + 1}`"
            @click="turn.checks.splice(n, 1)"
          >
            ×
          </button>
        </div>
        <button type="button" class="btn quiet small" @click="addCheck(at)">+ check</button>
      </li>
    </ol>
    <button type="button" class="btn small" @click="addTurn">Add a turn</button>
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <div class="acts">
      <button class="btn main">Save and run</button>
      <button type="button" class="btn" @click="$emit('cancel')">Cancel</button>
    </div>
  </form>
</template>

<style scoped>
.editor {
  max-width: 720px;
}
.title {
  font: 600 20px/1.3 var(--serif);
  margin: 4px 0 6px;
}
ol {
  list-style: none;
  margin: 0 0 12px;
  padding: 0;
}
li {
  padding: 12px 0 6px;
  border-top: 1px solid var(--line);
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 30px;
}
.say {
  font: 17px/1.45 var(--serif);
}
.check {
  display: grid;
  grid-template-columns: 84px 170px 1fr auto;
  gap: 8px;
  align-items: center;
  margin-top: 7px;
}
.check > .soft {
  text-align: right;
}
.acts {
  display: flex;
  gap: 8px;
  margin-top: 18px;
}
.wrong {
  color: var(--brick);
  margin-top: 10px;
}
@media (max-width: 720px) {
  .check {
    grid-template-columns: 1fr 1fr auto;
  }
  .check > .soft {
    display: none;
  }
}
</style>
