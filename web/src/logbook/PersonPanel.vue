<script setup lang="ts">
import { computed, ref } from 'vue'
import { ElButton, ElInput } from 'element-plus'
import type { Conversation } from '@parrot/contract'
import { call, post } from '../api/client'
import { useActing } from '../shared/acting'
import { ago } from '../shared/when'

/** Where a person takes a conversation, writes into it, and gives it back. */
const props = defineProps<{ conversation: Conversation; agentName: string }>()
const text = ref('')
const { error, isBusy, act } = useActing()
const path = computed(() => `/api/conversations/${props.conversation.id}`)
const person = computed(() => props.conversation.person)

const take = (fromOther = false) => act(() => post(`${path.value}/person`, { fromOther }))
const leave = () => act(() => call('DELETE', `${path.value}/person`))
const send = () =>
  act(async () => {
    if (text.value.trim() === '') return
    await post(`${path.value}/lines`, { text: text.value })
    text.value = ''
  })
</script>

<template>
  <section class="person" :class="person?.state" aria-label="A person answers">
    <template v-if="conversation.isMine">
      <p class="small">
        <b>You answer.</b> The visitor sees you as {{ person!.name }}; {{ agentName }} is silent until you give it back.
      </p>
      <ElInput
        v-model="text"
        type="textarea"
        :autosize="{ minRows: 2, maxRows: 10 }"
        maxlength="5000"
        placeholder="Write to the visitor. Enter sends, Shift+Enter begins a new line."
        aria-label="Write to the visitor"
        @keydown.enter.exact.prevent="send"
      />
      <div class="acts">
        <ElButton type="primary" :loading="isBusy" @click="send">Send</ElButton>
        <ElButton text :disabled="isBusy" @click="leave">Give it back to {{ agentName }}</ElButton>
      </div>
    </template>
    <template v-else-if="person?.state === 'taken'">
      <p class="small">
        <b>{{ person.name }}</b> answers here since {{ ago(person.since) }}.
      </p>
      <ElButton size="small" :loading="isBusy" @click="take(true)">Take it over</ElButton>
    </template>
    <template v-else-if="person">
      <p class="small">
        <b>{{ person.state === 'waiting' ? '● This visitor waits for a person' : '○ Nobody came' }}</b>
        since {{ ago(person.since) }}.
      </p>
      <div class="acts">
        <ElButton type="primary" size="small" :loading="isBusy" @click="take()">Take this conversation</ElButton>
        <ElButton text size="small" :disabled="isBusy" @click="leave">Nobody is needed</ElButton>
      </div>
    </template>
    <div v-else class="acts">
      <ElButton text size="small" :loading="isBusy" @click="take()">Write to this visitor yourself</ElButton>
    </div>
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
  </section>
</template>

<style scoped>
.person {
  margin-top: var(--gap-4);
  padding-top: var(--gap-3);
  border-top: 1px solid var(--line);
}
.waiting,
.taken {
  border-top: 2px solid var(--warm);
}
.taken {
  border-color: var(--accent);
}
p {
  margin-bottom: var(--gap-2);
}
.acts {
  display: flex;
  gap: var(--gap-2);
  margin-top: var(--gap-2);
}
</style>
