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
  readonly conversations: readonly ConversationSummary[]
}
const props = defineProps<{ listed: Listed; chosen: string; isLive: boolean; isNarrowed: boolean; pageSize: number }>()
defineEmits<{ open: [id: string]; keep: [ids: string[]] }>()
const which = defineModel<string>('which', { required: true })
const page = defineModel<number>('page', { required: true })

const kinds = computed(() => [
  { value: 'all', label: `All ${count(props.listed.total)}` },
  { value: 'unanswered', label: `Unanswered ${count(props.listed.unanswered)}` },
  { value: 'passedOn', label: `Passed on ${count(props.listed.passedOn)}` },
])
const many = computed(() =>
  which.value === 'unanswered'
    ? props.listed.unanswered
    : which.value === 'passedOn'
      ? props.listed.passedOn
      : props.listed.total,
)
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
      :title="which === 'passedOn' ? 'Nothing was passed on' : 'Nothing went unanswered'"
      :text="
        which === 'passedOn'
          ? 'Conversations come here when a boundary or a rule of the brief hands over to a person.'
          : 'Every question got an answer.'
      "
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
