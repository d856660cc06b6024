<script setup lang="ts">
import { ElButton, ElInput, ElInputTag } from 'element-plus'
import { nextTick, onMounted, ref } from 'vue'
import type { Script } from '@parrot/contract'
import { useOwnQuestions } from '../shared/ownQuestions'
import CheckRow from './CheckRow.vue'
import { checkOfChoice, isBlank } from './checks'
import ToolAnswers from './ToolAnswers.vue'

/** Writes a script: what the visitor says, turn by turn, and what must be true of each answer. */
const props = defineProps<{ agentId: string; script?: Script }>()
const emit = defineEmits<{ save: [script: Script]; cancel: [] }>()

const copy = (): Script =>
  props.script
    ? {
        ...props.script,
        turns: props.script.turns.map((turn) => ({ ...turn, checks: [...turn.checks] })),
      }
    : { title: '', folder: '', tags: [], turns: [{ say: '', checks: [] }] }
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

const moveUp = (at: number) => draft.value.turns.splice(at - 1, 0, ...draft.value.turns.splice(at, 1))

async function addCheck(at: number): Promise<void> {
  draft.value.turns[at]!.checks.push(checkOfChoice('includes'))
  await nextTick()
  const fields = root.value?.querySelectorAll(`[data-turn="${at}"] .value input`)
  ;(fields?.[fields.length - 1] as HTMLElement | undefined)?.focus()
}

function save(): void {
  const turns = draft.value.turns.filter((turn) => turn.say.trim() !== '')
  if (draft.value.title.trim() === '') error.value = 'Give the script a title.'
  else if (turns.length === 0) error.value = 'Write what the visitor says in at least one turn.'
  else if (turns.some((turn) => turn.checks.some(isBlank))) error.value = 'A check is empty: fill it in or remove it.'
  else {
    const { folder, tags } = draft.value
    emit('save', { title: draft.value.title.trim(), folder, tags, turns })
  }
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
    <div class="filed">
      <label class="small soft"
        >Folder <ElInput v-model="draft.folder" size="small" maxlength="80" placeholder="none" aria-label="Folder"
      /></label>
      <label class="small soft tags"
        >Tags <ElInputTag v-model="draft.tags" size="small" :max="20" placeholder="type, then Enter" aria-label="Tags"
      /></label>
    </div>
    <ol>
      <li v-for="(turn, at) in draft.turns" :key="at" :data-turn="at">
        <div class="head">
          <span class="label">Turn {{ at + 1 }}, the visitor says</span>
          <span v-if="draft.turns.length > 1" class="acts">
            <ElButton v-if="at > 0" text size="small" :aria-label="`Move turn ${at + 1} up`" @click="moveUp(at)"
              >↑</ElButton
            >
            <ElButton text size="small" :aria-label="`Remove turn ${at + 1}`" @click="draft.turns.splice(at, 1)">
              Remove
            </ElButton>
          </span>
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
        <CheckRow
          v-for="(check, n) in turn.checks"
          :key="n"
          :check="check"
          :lead="n === 0 ? 'the answer' : 'and'"
          :about="`Turn ${at + 1}, check ${n + 1}`"
          @change="turn.checks[n] = $event"
          @remove="turn.checks.splice(n, 1)"
        />
        <ElButton text size="small" @click="addCheck(at)">+ check</ElButton>
        <ToolAnswers
          :model-value="turn.tools ?? []"
          :agent-id="agentId"
          :about="`Turn ${at + 1}`"
          @update:model-value="turn.tools = $event"
        />
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
.filed {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2) var(--gap-4);
  margin-bottom: var(--gap-3);
}
.filed label {
  display: flex;
  gap: var(--gap-2);
  align-items: center;
}
.tags {
  flex: 1;
  min-width: 240px;
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
.acts {
  margin-top: var(--gap-4);
}
.wrong {
  color: var(--brick);
  margin-top: var(--gap-3);
}
</style>
