<script setup lang="ts">
import { ref } from 'vue'
import type { Rule, RuleReading } from '@parrot/contract'
import CalledBy from './CalledBy.vue'
import EntryRow from './EntryRow.vue'
import { newId, useEntries } from './useEntries'

/** Rules, each with when and do, and beside it how it was read. Alt+↑ and Alt+↓ move the rule one is in. */
const props = defineProps<{
  rules: readonly Rule[]
  readingOf: ReadonlyMap<string, RuleReading>
  /** Path of the list in the brief; rules of a shared set stand in none. */
  field?: string
  canShare?: boolean
}>()
const emit = defineEmits<{ change: [rules: Rule[]]; share: [rule: Rule] }>()
const root = ref<HTMLElement>()
const entries = useEntries<Rule>(
  root,
  () => props.rules,
  (next) => emit('change', next),
  {
    blank: () => ({ id: newId(), when: '', do: '', strength: 'always', enabled: true, like: [], unlike: [] }),
    copy: (rule) => ({ ...rule, id: newId() }),
  },
)
const value = (event: Event) => (event.target as HTMLTextAreaElement).value.replace(/\n/g, ' ')
</script>

<template>
  <div ref="root" :data-field="field">
    <p v-if="rules.length === 0" class="soft none">
      No rules yet. A rule says what to do, and when: “When someone asks about refunds, offer the refund form.”
    </p>
    <EntryRow
      v-for="(rule, at) in rules"
      :key="rule.id"
      name="rule"
      :at="at"
      :count="rules.length"
      :entries="entries"
      :field="field"
      :enabled="rule.enabled"
      :grip="String(at + 1)"
      :data-rule="rule.id"
      @enable="entries.set(at, { enabled: $event })"
    >
      <div class="part">
        <span class="label">When</span>
        <textarea
          class="ghost"
          rows="1"
          maxlength="1000"
          :value="rule.when"
          placeholder="always"
          :aria-label="`Rule ${at + 1}: when`"
          @input="entries.set(at, { when: value($event) })"
          @keydown.enter.prevent
        />
      </div>
      <div class="part">
        <span class="label">Do</span>
        <textarea
          class="ghost do main"
          rows="1"
          maxlength="1000"
          :value="rule.do"
          placeholder="say, ask, offer, or never mention …"
          :aria-label="`Rule ${at + 1}: do`"
          @input="entries.set(at, { do: value($event) })"
          @keydown.enter.prevent="entries.add"
        />
      </div>
      <CalledBy
        v-if="field && rule.when.trim()"
        :name="`rule ${rule.id}`"
        :like="rule.like"
        :unlike="rule.unlike"
        @teach="entries.set(at, $event)"
      />
      <template #acts>
        <button
          type="button"
          class="strength"
          title="Always, or usually"
          @click="entries.set(at, { strength: rule.strength === 'always' ? 'usually' : 'always' })"
        >
          {{ rule.strength }}
        </button>
        <button
          v-if="canShare"
          type="button"
          title="Move this rule to a set that several agents use"
          @click="$emit('share', rule)"
        >
          Share
        </button>
      </template>
      <template #margin>
        <aside
          v-if="readingOf.get(rule.id) && rule.do.trim()"
          class="margin-note"
          :class="{ unread: !readingOf.get(rule.id)!.understood }"
        >
          <span class="label">{{ readingOf.get(rule.id)!.understood ? 'Read as' : 'For a language model' }}</span>
          {{ readingOf.get(rule.id)!.explanation }}
        </aside>
      </template>
    </EntryRow>
    <button type="button" class="btn small" @click="entries.add">Add a rule</button>
  </div>
</template>

<style scoped>
.none {
  padding: 4px 0 14px;
}
div {
  --acts-indent: 54px;
}
.part {
  display: grid;
  grid-template-columns: 52px 1fr;
  align-items: baseline;
  gap: 6px;
}
.part + .part {
  margin-top: 3px;
}
button.strength[type='button'] {
  color: var(--accent-deep);
  text-decoration: underline dotted;
  text-underline-offset: 3px;
}
.margin-note .label {
  display: block;
  color: var(--accent-deep);
}
.unread {
  border-left-color: var(--warm);
}
.unread .label {
  color: var(--warm);
}
</style>
