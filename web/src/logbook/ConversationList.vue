<script setup lang="ts">
import { computed } from 'vue'
import { ElButton, ElSegmented } from 'element-plus'
import type { ConversationSummary } from '@parrot/contract'
import EmptyNote from '../shared/EmptyNote.vue'
import PageTurner from '../shared/PageTurner.vue'
import { count } from '../shared/when'
import ConversationRow from './ConversationRow.vue'

/** Conversations with visitors, the newest first: all, those with a question that went unanswered, or those passed on. */
export interface Listed {
  readonly total: number
  readonly unanswered: number
  readonly passedOn: number
  readonly waiting: number
  readonly conversations: readonly ConversationSummary[]
}
const props = defineProps<{ listed: Listed; chosen: string; isLive: boolean; isNarrowed: boolean; pageSize: number }>()
defineEmits<{ open: [id: string]; keep: [ids: string[]] }>()
const which = defineModel<string>('which', { required: true })
const page = defineModel<number>('page', { required: true })

const kinds = computed(() => [
  { value: 'all', label: `All ${count(props.listed.total)}` },
  { value: 'unanswered', label: `Unanswered ${count(props.listed.unanswered)}` },
  { value: 'passedOn', label: `Wanted a person ${count(props.listed.passedOn)}` },
  ...(props.listed.waiting > 0 || which.value === 'waiting'
    ? [{ value: 'waiting', label: `● Waiting ${count(props.listed.waiting)}` }]
    : []),
])
const many = computed(() => {
  const { total, unanswered, passedOn, waiting } = props.listed
  return { all: total, unanswered, passedOn, waiting }[which.value] ?? total
})
const NONE: Readonly<Record<string, readonly [title: string, text: string]>> = {
  unanswered: ['Nothing went unanswered', 'Every question got an answer.'],
  passedOn: [
    'Nobody wanted a person',
    'Conversations come here when a visitor asks for a person, or a boundary or rule of the brief hands over to one.',
  ],
  waiting: ['Nobody waits', 'Visitors who ask for a person while one is there come here.'],
}
</script>

<template>
  <EmptyNote
    v-if="listed.total === 0 && isNarrowed"
    title="Nothing was found"
    text="No conversation has all of that. Take something out, or choose “Show all”."
  />
  <EmptyNote
    v-else-if="listed.total === 0"
    title="No visitors yet"
    :text="
      isLive
        ? 'Conversations on the agent’s page appear here as they happen.'
        : 'Publish an edition and hand out its page. Conversations appear here as they happen.'
    "
  />
  <template v-else>
    <ElSegmented v-model="which" class="kinds" :options="kinds" aria-label="Which conversations" />
    <EmptyNote
      v-if="listed.conversations.length === 0"
      :title="NONE[which]?.[0] ?? 'Nothing was found'"
      :text="NONE[which]?.[1] ?? ''"
    />
    <ul v-else class="bare-list">
      <ConversationRow
        v-for="each in listed.conversations"
        :key="each.id"
        :conversation="each"
        :is-chosen="each.id === chosen"
        @open="$emit('open', each.id)"
      />
    </ul>
    <ElButton
      v-if="listed.conversations.length > 0"
      text
      size="small"
      @click="
        $emit(
          'keep',
          listed.conversations.map(({ id }) => id),
        )
      "
    >
      {{
        listed.conversations.length === 1
          ? 'Keep it as a script'
          : `Keep these ${listed.conversations.length} as scripts`
      }}
    </ElButton>
    <PageTurner v-model="page" :total="many" :size="pageSize" />
  </template>
</template>

<style scoped>
.kinds {
  margin: var(--gap-2) 0 var(--gap-3);
}
</style>
