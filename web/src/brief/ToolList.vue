<script setup lang="ts">
import { computed, ref } from 'vue'
import { ElButton, ElInputNumber } from 'element-plus'
import type { Brief, UsableTool } from '@parrot/contract'
import ChoiceField from '../shared/ChoiceField.vue'
import CalledBy from './CalledBy.vue'
import EntryPart from './EntryPart.vue'
import EntryRow from './EntryRow.vue'
import { useOrderedList } from './orderedList'

/** Tools the agent uses: which, when, who is asked first, and how what came of it is told. */
type Use = Brief['tools'][number]
const props = defineProps<{ tools: readonly Use[]; usable: readonly UsableTool[] | undefined }>()
const emit = defineEmits<{ change: [tools: Use[]] }>()
const rows = ref<HTMLElement>()
const blank = (id: string): Use => ({
  id,
  when: '',
  like: [],
  unlike: [],
  approval: 'never',
  mostCalls: null,
  mostCallsATurn: null,
  tells: '',
  whenFails: '',
  whileItWorks: '',
  enabled: true,
})
const list = useOrderedList<Use>(
  rows,
  () => props.tools,
  (next) => emit('change', next),
  { blank: () => blank(''), copy: (use) => ({ ...use }), isBlank: ({ when }) => when.trim() === '', handle: '.grip' },
)

const known = (id: string) => props.usable?.find(({ name }) => name === id)
/** Each tool is used in one way: what is there already is not offered again. */
const free = computed(() =>
  (props.usable ?? [])
    .filter(({ name }) => !props.tools.some(({ id }) => id === name))
    .map(({ name, title, tool }) => [name, `${title} (${tool})`] as const),
)
const APPROVALS = [
  ['never', 'at once'],
  ['visitor', 'after a yes of the visitor'],
  ['designer', 'after your yes in the logbook'],
] as const

function add(name: string | undefined): void {
  const tool = name === undefined ? undefined : known(name)
  // What changes something is asked about unless its designer says otherwise.
  if (tool) emit('change', [...props.tools, { ...blank(tool.name), approval: tool.changes ? 'visitor' : 'never' }])
}
const placesOf = (id: string) =>
  Object.keys(known(id)?.input.properties ?? {})
    .map((name) => `{{${name}}}`)
    .join(', ')
</script>

<template>
  <div class="tools" data-field="tools">
    <p v-if="tools.length === 0" class="soft none">
      No tools yet. A tool looks something up or does something outside: a timetable service, a booking, a calculation.
      <ElButton tag="router-link" text size="small" to="/tools">Set tools up</ElButton>
    </p>
    <div ref="rows">
      <EntryRow
        v-for="(use, at) in tools"
        :key="use.id"
        name="tool"
        :at="at"
        :count="tools.length"
        :list="list"
        field="tools"
        is-once
        :enabled="use.enabled"
        @enable="list.set(at, { enabled: $event })"
      >
        <EntryPart label="Tool">
          <b class="title">{{ known(use.id)?.title ?? use.id }}</b>
          <span class="soft small"
            >{{ known(use.id)?.tool }}<template v-if="known(use.id)?.changes">, changes something</template></span
          >
          <p v-if="usable && !known(use.id)" class="small warm">
            ◐ It is switched off or was taken away under Tools: the agent does without.
          </p>
          <p v-else class="soft small">{{ known(use.id)?.description }}</p>
        </EntryPart>
        <EntryPart
          label="Used when"
          is-main
          :value="use.when"
          :maxlength="1000"
          placeholder="someone asks for what it can tell or do; empty: only where a duty names it"
          @write="list.set(at, { when: $event })"
        />
        <CalledBy
          :name="`tool ${use.id}`"
          :like="use.like"
          :unlike="use.unlike"
          @teach="list.set(at, { like: $event.like, unlike: $event.unlike })"
        />
        <EntryPart label="It is done">
          <ChoiceField
            :model-value="use.approval"
            :options="APPROVALS"
            :about="`Tool ${at + 1}: who is asked first`"
            @update:model-value="list.set(at, { approval: $event ?? 'never' })"
          />
        </EntryPart>
        <EntryPart label="At most">
          <span class="acts">
            <ElInputNumber
              :model-value="use.mostCalls"
              class="times"
              :min="1"
              :max="1000"
              :value-on-clear="null"
              controls-position="right"
              placeholder="∞"
              :aria-label="`Tool ${at + 1}: how often in one conversation`"
              @update:model-value="list.set(at, { mostCalls: $event ?? null })"
            />
            <span class="soft small">times in a conversation,</span>
            <ElInputNumber
              :model-value="use.mostCallsATurn"
              class="times"
              :min="1"
              :max="100"
              :value-on-clear="null"
              controls-position="right"
              placeholder="∞"
              :aria-label="`Tool ${at + 1}: how often for one answer`"
              @update:model-value="list.set(at, { mostCallsATurn: $event ?? null })"
            />
            <span class="soft small">for one answer</span>
          </span>
        </EntryPart>
        <EntryPart
          label="Tells"
          :value="use.tells"
          :maxlength="1000"
          :placeholder="`as it comes; or a sentence with {{names}} of its result${placesOf(use.id) ? ' or of ' + placesOf(use.id) : ''}`"
          @write="list.set(at, { tells: $event })"
        />
        <EntryPart
          label="Meanwhile"
          :value="use.whileItWorks"
          :maxlength="300"
          placeholder="what is said while it works; empty: nothing"
          @write="list.set(at, { whileItWorks: $event })"
        />
        <EntryPart
          label="If it fails"
          :value="use.whenFails"
          :maxlength="600"
          placeholder="what is said then"
          @write="list.set(at, { whenFails: $event })"
        />
      </EntryRow>
    </div>
    <div class="acts add">
      <ChoiceField
        v-if="free.length"
        :model-value="undefined"
        :options="free"
        about="Add a tool"
        placeholder="Add a tool …"
        can-filter
        @update:model-value="add"
      />
      <ElButton v-if="tools.length" tag="router-link" text size="small" to="/tools">All tools</ElButton>
    </div>
  </div>
</template>

<style scoped>
.tools {
  --acts-indent: 114px;
}
.none {
  padding: var(--gap-1) 0 var(--gap-3);
}
.title {
  margin-right: var(--gap-2);
}
.times {
  width: 90px;
}
.warm {
  color: var(--warm);
}
.add {
  margin-top: var(--gap-3);
}
</style>
