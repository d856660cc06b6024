<script setup lang="ts">
import { ElButton, ElCheckbox, ElCheckboxGroup, ElInput, ElInputNumber, ElInputTag, ElSwitch } from 'element-plus'
import type { FieldKind, FormMoment, VisitorForm } from '@parrot/contract'
import ChoiceField from '../shared/ChoiceField.vue'

/** What an outlet asks visitors for, and when. */
const form = defineModel<VisitorForm>({ required: true })

const KINDS: readonly (readonly [FieldKind, string])[] = [
  ['name', 'a name'],
  ['email', 'a mail address'],
  ['phone', 'a phone number'],
  ['choice', 'one of several'],
  ['text', 'any text'],
  ['consent', 'a consent'],
]
const LABELS: Readonly<Record<FieldKind, string>> = {
  name: 'Your name',
  email: 'E-mail',
  phone: 'Phone',
  choice: 'What is it about?',
  text: 'What can we do for you?',
  consent: 'You may write to me about this.',
}
const MOMENTS: readonly (readonly [FormMoment, string])[] = [
  ['start', 'before the first line'],
  ['person', 'when a person is asked for'],
  ['unknown', 'when an answer is not known'],
  ['turns', 'after some turns'],
]

function add(): void {
  const has = new Set(form.value.fields.map(({ kind }) => kind))
  const kind = (['name', 'email', 'consent'] as const).find((each) => !has.has(each)) ?? 'text'
  const id = `f${Date.now().toString(36)}`
  form.value.fields.push({ id, kind, label: LABELS[kind], isRequired: kind === 'email', options: [] })
  if (form.value.moments.length === 0) form.value.moments.push('person')
}
function setKind(at: number, kind: FieldKind | undefined): void {
  const field = form.value.fields[at]!
  if (!kind) return
  if (field.label === LABELS[field.kind]) field.label = LABELS[kind]
  field.kind = kind
}
</script>

<template>
  <h2>Visitor form</h2>
  <p v-if="form.fields.length === 0" class="soft">Visitors are asked for nothing.</p>
  <ul v-else class="bare-list">
    <li v-for="(field, at) in form.fields" :key="field.id" class="field">
      <ChoiceField
        :model-value="field.kind"
        :about="`What field ${at + 1} asks for`"
        :options="KINDS"
        @update:model-value="setKind(at, $event)"
      />
      <ElInput v-model="field.label" class="grow" maxlength="300" :aria-label="`What field ${at + 1} is called`" />
      <ElCheckbox v-model="field.isRequired">needed</ElCheckbox>
      <ElButton text size="small" :aria-label="`Take out ${field.label}`" @click="form.fields.splice(at, 1)"
        >Take out</ElButton
      >
      <ElInputTag
        v-if="field.kind === 'choice'"
        v-model="field.options"
        class="options"
        placeholder="one choice, then Enter"
        :aria-label="`Choices of ${field.label}`"
      />
    </li>
  </ul>
  <ElButton text size="small" :disabled="form.fields.length >= 12" @click="add">Add a field</ElButton>
  <template v-if="form.fields.length">
    <div class="form-line">
      <span class="label">It appears</span>
      <div>
        <ElCheckboxGroup v-model="form.moments" aria-label="When it appears">
          <ElCheckbox v-for="[moment, text] in MOMENTS" :key="moment" :value="moment">{{ text }}</ElCheckbox>
        </ElCheckboxGroup>
        <span v-if="form.moments.includes('turns')"
          >after
          <ElInputNumber
            v-model="form.afterTurns"
            :min="1"
            :max="100"
            size="small"
            controls-position="right"
            aria-label="Turns until it appears"
          />
          turns</span
        >
      </div>
    </div>
    <div class="form-line">
      <span class="label">Visitors may</span>
      <ElSwitch v-model="form.mayPutOff" active-text="put it off" inactive-text="go on only when it is sent" />
    </div>
    <label class="form-line"
      ><span class="label">Above it</span
      ><ElInput v-model="form.intro" maxlength="300" placeholder="such as why you ask"
    /></label>
    <label class="form-line"
      ><span class="label">When it is sent</span
      ><ElInput v-model="form.saysSent" maxlength="300" placeholder="Thank you."
    /></label>
    <label v-if="form.mayPutOff" class="form-line"
      ><span class="label">When it is put off</span
      ><ElInput v-model="form.saysLater" maxlength="300" placeholder="nothing"
    /></label>
  </template>
</template>

<style scoped>
h2 {
  margin: var(--gap-5) 0 var(--gap-2);
}
.field {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-2);
  padding: var(--gap-1) 0;
}
.field .grow {
  flex: 1 1 180px;
}
.el-checkbox-group {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--gap-4);
}
.options {
  flex: 1 0 100%;
}
</style>
