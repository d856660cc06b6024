<script setup lang="ts">
import { ref } from 'vue'
import { ElButton } from 'element-plus'
import type { Rule, RuleReading } from '@parrot/contract'
import CalledBy from './CalledBy.vue'
import EntryPart from './EntryPart.vue'
import EntryRow from './EntryRow.vue'
import { newId, useOrderedList } from './orderedList'

/** Rules, each with when and do, and beside it how it was read. Alt+↑ and Alt+↓ move the rule one is in. */
const props = defineProps<{
  rules: readonly Rule[]
  readingOf: ReadonlyMap<string, RuleReading>
  /** Path of the list in the brief; rules of a shared set stand in none. */
  field?: string
}>()
const emit = defineEmits<{ change: [rules: Rule[]] }>()
defineSlots<{ acts?(row: { rule: Rule }): unknown }>()
const rows = ref<HTMLElement>()
const list = useOrderedList<Rule>(
  rows,
  () => props.rules,
  (next) => emit('change', next),
  {
    blank: () => ({ id: newId(), when: '', do: '', strength: 'always', enabled: true, like: [], unlike: [] }),
    copy: (rule) => ({ ...rule, id: newId() }),
    isBlank: (rule) => rule.when.trim() === '' && rule.do.trim() === '',
    handle: '.grip',
  },
)
</script>

<template>
  <div class="rules" :data-field="field">
    <p v-if="rules.length === 0" class="soft none">
      No rules yet. A rule says what to do, and when: “When someone complains, apologise first.”
    </p>
    <div ref="rows">
      <EntryRow
        v-for="(rule, at) in rules"
        :key="rule.id"
        name="rule"
        :at="at"
        :count="rules.length"
        :list="list"
        :field="field"
        :enabled="rule.enabled"
        :grip="String(at + 1)"
        :data-rule="rule.id"
        @enable="list.set(at, { enabled: $event })"
      >
        <EntryPart
          label="When"
          :name="`Rule ${at + 1}: when`"
          :value="rule.when"
          :maxlength="1000"
          placeholder="always"
          @write="list.set(at, { when: $event })"
        />
        <EntryPart
          label="Do"
          is-main
          :name="`Rule ${at + 1}: do`"
          :value="rule.do"
          :maxlength="1000"
          placeholder="say, ask, offer, or never mention …"
          @write="list.set(at, { do: $event })"
          @enter="list.add(at)"
        />
        <CalledBy
          v-if="field && rule.when.trim()"
          :name="`rule ${rule.id}`"
          :like="rule.like"
          :unlike="rule.unlike"
          @teach="list.set(at, $event)"
        />
        <template #acts>
          <ElButton
            text
            size="small"
            title="Always, or usually"
            @click="list.set(at, { strength: rule.strength === 'always' ? 'usually' : 'always' })"
            ><u>{{ rule.strength }}</u></ElButton
          >
          <slot name="acts" :rule="rule" />
        </template>
        <template #margin>
          <aside
            v-if="readingOf.get(rule.id) && rule.do.trim()"
            class="margin-note"
            :class="{ unread: !readingOf.get(rule.id)!.understood }"
            :aria-label="`Rule ${at + 1}, as it was read`"
          >
            <span class="label">{{ readingOf.get(rule.id)!.understood ? 'Read as' : 'For a language model' }}</span>
            {{ readingOf.get(rule.id)!.explanation }}
          </aside>
        </template>
      </EntryRow>
    </div>
    <ElButton size="small" data-add @click="list.add()">Add a rule</ElButton>
  </div>
</template>

<style scoped>
.rules {
  --part-label: 46px;
  --acts-indent: 58px;
}
.none {
  padding: var(--gap-1) 0 var(--gap-3);
}
[data-add] {
  margin-top: var(--gap-3);
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
