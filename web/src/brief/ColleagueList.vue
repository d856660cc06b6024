<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { ElButton, ElCheckbox } from 'element-plus'
import { mentionOf, type Brief, type ColleagueChoice } from '@parrot/contract'
import { get } from '../api/client'
import ChoiceField from '../shared/ChoiceField.vue'
import { useLoaded } from '../shared/load'
import CalledBy from './CalledBy.vue'
import EntryPart from './EntryPart.vue'
import EntryRow from './EntryRow.vue'
import { newId, useOrderedList } from './orderedList'

/** Other agents: which lines are theirs, whether they take over or are asked, and what the visitor is told of it. */
type Entry = Brief['colleagues'][number]
const props = defineProps<{ colleagues: readonly Entry[]; agentId: string }>()
const emit = defineEmits<{ change: [colleagues: Entry[]] }>()
const rows = ref<HTMLElement>()
const blank = (): Entry => ({
  id: newId(),
  agent: '',
  name: '',
  when: '',
  like: [],
  unlike: [],
  mode: 'pass',
  says: '',
  isFallback: false,
  enabled: true,
})
const list = useOrderedList<Entry>(
  rows,
  () => props.colleagues,
  (next) => emit('change', next),
  {
    blank,
    copy: (entry) => ({ ...entry, id: newId() }),
    isBlank: ({ agent, when }) => (agent + when).trim() === '',
    handle: '.grip',
  },
)
const { data, load } = useLoaded(() =>
  get<{ colleagues: ColleagueChoice[] }>(`/api/agents/${props.agentId}/colleagues`),
)
onMounted(load)
const known = (id: string) => data.value?.colleagues.find((each) => each.id === id)
const choices = computed(() => (data.value?.colleagues ?? []).map(({ id, name }) => [id, name] as const))
const MODES = [
  ['pass', 'take the conversation over'],
  ['ask', 'are asked for this one answer'],
] as const
/** Why somebody who is named does not answer. */
function troubleWith(entry: Entry): string {
  if (!data.value || entry.agent === '') return ''
  const colleague = known(entry.agent)
  if (!colleague) return 'There is no such agent any more: the line is answered here.'
  if (!colleague.may) return 'Somebody may edit this agent and not look at that one: share it with them first.'
  return colleague.isPublished ? '' : 'Not published yet: visitors are answered here until it is.'
}
</script>

<template>
  <div class="colleagues" data-field="colleagues">
    <p v-if="colleagues.length === 0" class="soft none">
      No colleagues. An agent can pass the conversation to another for what is theirs, or ask them and go on itself.
    </p>
    <div ref="rows">
      <EntryRow
        v-for="(entry, at) in colleagues"
        :key="entry.id"
        name="colleague"
        :at="at"
        :count="colleagues.length"
        :list="list"
        field="colleagues"
        :enabled="entry.enabled"
        @enable="list.set(at, { enabled: $event })"
      >
        <EntryPart label="Colleague">
          <span class="acts">
            <ChoiceField
              :model-value="entry.agent || undefined"
              :options="choices"
              :about="`Colleague ${at + 1}`"
              @update:model-value="
                list.set(at, { agent: $event ?? '', name: mentionOf(known($event ?? '')?.name ?? '') })
              "
            />
            <ChoiceField
              :model-value="entry.mode"
              :options="MODES"
              :about="`Colleague ${at + 1}: what they do`"
              @update:model-value="list.set(at, { mode: $event ?? 'pass' })"
            />
          </span>
          <p v-if="troubleWith(entry)" class="small warm">◐ {{ troubleWith(entry) }}</p>
        </EntryPart>
        <EntryPart
          label="For"
          is-main
          :value="entry.when"
          :maxlength="1000"
          placeholder="someone asks about what is theirs"
          @write="list.set(at, { when: $event })"
        />
        <CalledBy
          :name="`colleague ${entry.id}`"
          :like="entry.like"
          :unlike="entry.unlike"
          @teach="list.set(at, { like: $event.like, unlike: $event.unlike })"
        />
        <EntryPart
          label="Says"
          :value="entry.says"
          :maxlength="600"
          placeholder="nothing; or what the visitor is told, with {{colleague}} for the name"
          @write="list.set(at, { says: $event })"
        />
        <EntryPart label="And also">
          <ElCheckbox
            :model-value="entry.isFallback"
            @update:model-value="list.set(at, { isFallback: $event === true })"
            >is asked what nobody knows</ElCheckbox
          >
        </EntryPart>
      </EntryRow>
    </div>
    <ElButton size="small" data-add @click="list.add()">Add a colleague</ElButton>
  </div>
</template>

<style scoped>
.colleagues {
  --acts-indent: 114px;
}
.none {
  padding: var(--gap-1) 0 var(--gap-3);
}
.warm {
  color: var(--warm);
}
[data-add] {
  margin-top: var(--gap-3);
}
</style>
