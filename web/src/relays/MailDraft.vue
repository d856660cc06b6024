<script setup lang="ts">
import { ref } from 'vue'
import { ElButton, ElInput } from 'element-plus'
import type { RunShown } from '@parrot/contract'
import { post } from '../api/client'
import { useActing } from '../shared/acting'
import { withoutMarkers } from '../shared/replyParts'
import { moment } from '../shared/when'

/** The mail that was drafted of a run: read, changed, and sent once. */
const props = defineProps<{ run: RunShown; mail: NonNullable<RunShown['mail']> }>()
const emit = defineEmits<{ changed: [] }>()
const draft = ref({ to: props.mail.to, subject: props.mail.subject, text: withoutMarkers(props.run.output) })
const { error, isBusy, act } = useActing()
const send = () =>
  act(async () => {
    await post(`/api/runs/${props.run.id}/mail`, draft.value)
    emit('changed')
  })
</script>

<template>
  <p v-if="mail.sentAt" class="sent" role="status">
    ✓ Sent to {{ mail.to }} on {{ moment(mail.sentAt) }}: {{ mail.subject }}
  </p>
  <form v-else aria-label="Draft of a mail" @submit.prevent="send">
    <h3>Draft of a mail</h3>
    <label class="form-line"
      ><span class="label">To</span><ElInput v-model="draft.to" type="email" required maxlength="400"
    /></label>
    <label class="form-line"
      ><span class="label">Subject</span><ElInput v-model="draft.subject" required maxlength="300"
    /></label>
    <ElInput
      v-model="draft.text"
      type="textarea"
      :autosize="{ minRows: 4, maxRows: 16 }"
      aria-label="Text of the mail"
    />
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <ElButton native-type="submit" type="primary" size="small" class="send" :disabled="isBusy">Send it</ElButton>
  </form>
</template>

<style scoped>
h3 {
  margin: var(--gap-3) 0 var(--gap-1);
}
.sent {
  margin-top: var(--gap-3);
}
.send {
  margin-top: var(--gap-2);
}
</style>
