<script setup lang="ts">
import { computed, ref } from 'vue'
import { ElButton, ElDatePicker, ElInput } from 'element-plus'
import type { TeamRequest } from '@parrot/contract'
import { post } from '../../api/client'
import { useActing } from '../../shared/acting'
import { tell } from '../../shared/undo'
import { ago } from '../../shared/when'
import { canReopen, dueWords, isOver, KINDS, standing } from './words'

/** Something an agent asks of the people behind it: what it is about, and what they can say to it. */
const props = defineProps<{ request: TeamRequest; agentId: string; isInConversation?: boolean }>()
const emit = defineEmits<{ changed: [] }>()
const { error, isBusy, act } = useActing()
const words = ref('')
const isPuttingOff = ref(false)
const path = computed(() => `/api/requests/${props.request.id}`)
const kind = computed(() => KINDS[props.request.kind])
const values = computed(() => Object.entries(props.request.values))
/** A question is answered by words, or laid aside. */
const mustSay = computed(() => props.request.kind === 'question')

const reopen = async () => {
  await post(`${path.value}/reopen`)
  emit('changed')
}
const decide = (isAgreed: boolean) =>
  act(async () => {
    await post(`${path.value}/decide`, { isAgreed, words: words.value })
    const canUndo = canReopen({ ...props.request, state: isAgreed ? 'done' : 'refused' })
    words.value = ''
    emit('changed')
    if (canUndo) tell(`“${props.request.title}” was ${isAgreed ? 'done' : 'laid aside'}.`, reopen)
  })
const putOff = (day: unknown) =>
  act(async () => {
    if (!(day instanceof Date)) return
    await post(`${path.value}/later`, { dueAt: day.toISOString() })
    isPuttingOff.value = false
    emit('changed')
  })
</script>

<template>
  <li :class="request.state">
    <p class="head">
      <b>{{ request.title }}</b>
      <span class="small soft"
        ><template v-if="!isOver(request)">{{ kind.asks.toLowerCase() }}, </template>asked {{ ago(request.askedAt)
        }}<template v-if="!isOver(request) && dueWords(request)">, {{ dueWords(request) }}</template></span
      >
      <ElButton
        v-if="request.conversationId && !isInConversation"
        tag="router-link"
        text
        size="small"
        :to="{ name: 'logbook', params: { id: agentId, conversationId: request.conversationId } }"
        >Read the conversation</ElButton
      >
    </p>
    <dl v-if="values.length">
      <div v-for="[name, value] in values" :key="name">
        <dt>{{ name.replace(/_+/g, ' ') }}</dt>
        <dd dir="auto">
          <a v-if="name === 'phone'" :href="`tel:${value.replace(/[^+\d]/g, '')}`">{{ value }}</a>
          <a v-else-if="name === 'email'" :href="`mailto:${value}`">{{ value }}</a>
          <template v-else>{{ value }}</template>
        </dd>
      </div>
    </dl>
    <p v-if="standing(request)" class="small" :class="request.state === 'failed' ? 'wrong' : 'soft'">
      {{ standing(request) }}
      <template v-if="request.words">“{{ request.words }}”</template>
    </p>
    <template v-if="!isOver(request) && request.state !== 'doing'">
      <ElInput
        v-if="request.conversationId || request.values.email"
        v-model="words"
        :type="mustSay ? 'textarea' : 'text'"
        :autosize="{ minRows: 2, maxRows: 10 }"
        maxlength="1000"
        :placeholder="mustSay ? kind.words : `${kind.words}, if you like`"
        :aria-label="`${request.title}: ${kind.words}`"
      />
      <div class="acts">
        <ElButton
          type="primary"
          size="small"
          :loading="isBusy"
          :disabled="mustSay && words.trim() === ''"
          @click="decide(true)"
          >{{ request.state === 'failed' ? 'Try it again' : kind.yes }}</ElButton
        >
        <ElButton size="small" :disabled="isBusy" @click="decide(false)">{{ kind.no }}</ElButton>
        <template v-if="request.kind !== 'approval'">
          <ElDatePicker
            v-if="isPuttingOff"
            :model-value="null"
            type="datetime"
            size="small"
            format="D MMM YYYY, HH:mm"
            placeholder="Until when"
            aria-label="Put off until"
            @update:model-value="putOff"
          />
          <ElButton v-else text size="small" @click="isPuttingOff = true">Put it off</ElButton>
        </template>
      </div>
    </template>
    <ElButton v-else-if="canReopen(request)" text size="small" :disabled="isBusy" @click="act(reopen)"
      >Open it again</ElButton
    >
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
  </li>
</template>

<style scoped>
li {
  padding: var(--gap-3) 0 var(--gap-3) var(--gap-4);
  border-top: 1px solid var(--line);
  border-left: 3px solid var(--warm);
}
.done,
.refused,
.withdrawn {
  border-left-color: transparent;
}
.failed {
  border-left-color: var(--brick);
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--gap-2);
  align-items: baseline;
}
.head b {
  font: 600 var(--text-lead) / 1.3 var(--serif);
}
dl {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-1) var(--gap-5);
  margin: var(--gap-1) 0 var(--gap-2);
}
dt {
  font-size: var(--text-small);
  color: var(--soft);
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-1) var(--gap-2);
  margin-top: var(--gap-2);
}
</style>
