<script setup lang="ts">
import { nextTick, ref } from 'vue'
import { ElSwitch } from '../design/elements'
import type { Rule, RuleReading } from '@parrot/contract'

/** The rules, each with when and do, and beside it how it was read. Alt+↑ and Alt+↓ move the rule one is in. */
const props = defineProps<{
  rules: readonly Rule[]
  readingOf: ReadonlyMap<string, RuleReading>
  newId: () => string
}>()
const emit = defineEmits<{ change: [rules: Rule[]] }>()
const root = ref<HTMLElement>()

const edit = (id: string, part: Partial<Rule>) =>
  emit(
    'change',
    props.rules.map((rule) => (rule.id === id ? { ...rule, ...part } : rule)),
  )

const value = (event: Event) => (event.target as HTMLTextAreaElement).value.replace(/\n/g, ' ')

async function add(): Promise<void> {
  emit('change', [...props.rules, { id: props.newId(), when: '', do: '', strength: 'always', enabled: true }])
  await nextTick()
  const fields = root.value?.querySelectorAll<HTMLTextAreaElement>('.do')
  fields?.[fields.length - 1]?.focus()
}

const remove = (id: string) =>
  emit(
    'change',
    props.rules.filter((rule) => rule.id !== id),
  )

async function move(id: string, by: number): Promise<void> {
  const from = props.rules.findIndex((rule) => rule.id === id)
  const to = from + by
  if (to < 0 || to >= props.rules.length) return
  const rules = [...props.rules]
  rules.splice(to, 0, ...rules.splice(from, 1))
  emit('change', rules)
  await nextTick()
  root.value?.querySelector<HTMLElement>(`[data-rule="${id}"] .do`)?.focus()
}
</script>

<template>
  <div ref="root" data-field="rules">
    <p v-if="rules.length === 0" class="soft none">
      No rules yet. A rule says what to do, and when: “When someone asks about refunds, offer the refund form.”
    </p>
    <div
      v-for="(rule, at) in rules"
      :key="rule.id"
      class="rule"
      :class="{ off: !rule.enabled }"
      :data-rule="rule.id"
      :data-field="`rules.${at}`"
      @keydown.alt.up.prevent="move(rule.id, -1)"
      @keydown.alt.down.prevent="move(rule.id, 1)"
    >
      <span class="count number">{{ at + 1 }}</span>
      <div class="body">
        <div class="part">
          <span class="label">When</span>
          <textarea
            class="ghost"
            rows="1"
            maxlength="1000"
            :value="rule.when"
            placeholder="always"
            :aria-label="`Rule ${at + 1}: when`"
            @input="edit(rule.id, { when: value($event) })"
            @keydown.enter.prevent
          />
        </div>
        <div class="part">
          <span class="label">Do</span>
          <textarea
            class="ghost do"
            rows="1"
            maxlength="1000"
            :value="rule.do"
            placeholder="say, ask, offer, or never mention …"
            :aria-label="`Rule ${at + 1}: do`"
            @input="edit(rule.id, { do: value($event) })"
            @keydown.enter.prevent="add"
          />
        </div>
        <div class="acts">
          <button
            type="button"
            class="strength"
            :title="'Always, or usually'"
            @click="edit(rule.id, { strength: rule.strength === 'always' ? 'usually' : 'always' })"
          >
            {{ rule.strength }}
          </button>
          <button
            type="button"
            class="act"
            :disabled="at === 0"
            :aria-label="`Move rule ${at + 1} up`"
            title="Move up (Alt+↑)"
            @click="move(rule.id, -1)"
          >
            ↑
          </button>
          <button
            type="button"
            class="act"
            :disabled="at === rules.length - 1"
            :aria-label="`Move rule ${at + 1} down`"
            title="Move down (Alt+↓)"
            @click="move(rule.id, 1)"
          >
            ↓
          </button>
          <button type="button" class="act" :aria-label="`Remove rule ${at + 1}`" @click="remove(rule.id)">
            Remove
          </button>
          <ElSwitch
            :model-value="rule.enabled"
            size="small"
            :aria-label="`Rule ${at + 1} is on`"
            @update:model-value="edit(rule.id, { enabled: $event === true })"
          />
          <span class="small soft">{{ rule.enabled ? 'on' : 'off' }}</span>
        </div>
      </div>
      <aside
        v-if="readingOf.get(rule.id) && rule.do.trim()"
        class="margin"
        :class="{ unread: !readingOf.get(rule.id)!.understood }"
      >
        <span class="label">{{ readingOf.get(rule.id)!.understood ? 'Read as' : 'Not read' }}</span>
        {{ readingOf.get(rule.id)!.explanation }}
      </aside>
    </div>
    <button type="button" class="btn small" @click="add">Add a rule</button>
  </div>
</template>

<style scoped>
.none {
  padding: 4px 0 14px;
}
.rule {
  position: relative;
  display: grid;
  grid-template-columns: 26px 1fr;
  padding: 10px 0;
  border-bottom: 1px solid var(--line);
  margin-bottom: 2px;
}
.rule:last-of-type {
  margin-bottom: 14px;
}
.count {
  color: var(--faint);
  padding-top: 3px;
}
.part {
  display: grid;
  grid-template-columns: 52px 1fr;
  align-items: baseline;
  gap: 6px;
}
.ghost {
  font: 17px/1.45 var(--serif);
}
.part + .part {
  margin-top: 3px;
}
.off .ghost {
  text-decoration: line-through;
  color: var(--faint);
}
.acts {
  display: flex;
  align-items: center;
  gap: 8px;
  margin: 3px 0 0 58px;
}
.strength,
.act {
  background: none;
  border: 0;
  font: 600 13px var(--sans);
  color: var(--soft);
  cursor: pointer;
  padding: 3px 4px;
  border-radius: 4px;
}
.strength {
  color: var(--accent-deep);
  text-decoration: underline dotted;
  text-underline-offset: 3px;
  margin-left: -4px;
}
.act {
  opacity: 0.55;
}
.rule:hover .act,
.rule:focus-within .act {
  opacity: 1;
}
.act:hover:not(:disabled) {
  background: var(--paper-deep);
}
.act:disabled {
  opacity: 0.25;
}
.margin {
  font-size: 13px;
  line-height: 1.4;
  color: var(--soft);
  border-left: 2px solid var(--accent);
  padding-left: 10px;
  margin: 8px 0 0 26px;
  grid-column: 1 / -1;
}
.margin .label {
  display: block;
  color: var(--accent-deep);
}
.unread {
  border-left-color: var(--warm);
}
.unread .label {
  color: var(--warm);
}
@media (min-width: 1180px) {
  .margin {
    position: absolute;
    left: calc(100% + 36px);
    top: 12px;
    width: 230px;
    margin: 0;
  }
}
</style>
