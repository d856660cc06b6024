<script setup lang="ts">
import { ref } from 'vue'
import { ElButton, ElInput, ElInputNumber, ElInputTag } from 'element-plus'
import type { Cue } from '@parrot/contract'
import ChoiceField from '../shared/ChoiceField.vue'

/** A mailbox, which of its mails are taken, and what comes of them. */
const cue = defineModel<Extract<Cue, { kind: 'mail' }>>({ required: true })
defineProps<{ hasSecret: boolean }>()
const emit = defineEmits<{ password: [password: string] }>()
const password = ref('')
const SECURITIES = [
  ['tls', 'with TLS'],
  ['starttls', 'with STARTTLS'],
  ['none', 'without encryption'],
] as const
const DEEDS = [
  ['draft', 'the draft of an answer'],
  ['answer', 'an answer, sent by itself'],
  ['note', 'a run to be read'],
] as const
function send(): void {
  emit('password', password.value)
  password.value = ''
}
</script>

<template>
  <div class="form-line">
    <span class="label">Mailbox on</span>
    <span class="acts">
      <ElInput v-model="cue.host" size="small" class="host" placeholder="imap.club.example" aria-label="Mail server" />
      <ElInputNumber
        v-model="cue.port"
        size="small"
        class="port"
        :min="1"
        :max="65535"
        :controls="false"
        aria-label="Port"
      />
      <ChoiceField v-model="cue.security" :options="SECURITIES" about="Encryption" />
    </span>
  </div>
  <div class="form-line">
    <span class="label">Of</span>
    <form class="acts" @submit.prevent="send">
      <ElInput
        v-model="cue.user"
        size="small"
        class="host"
        placeholder="desk@club.example"
        aria-label="Whose mailbox"
      />
      <ElInput
        v-model="password"
        size="small"
        class="host"
        type="password"
        autocomplete="off"
        aria-label="Password of the mailbox"
        :placeholder="hasSecret ? '✓ password kept' : 'password'"
      />
      <ElButton native-type="submit" size="small" :disabled="password === ''">Keep it</ElButton>
    </form>
  </div>
  <label class="form-line"
    ><span class="label">Folder</span><ElInput v-model="cue.folder" size="small" class="host"
  /></label>
  <div class="form-line">
    <span class="label">From</span>
    <ElInputTag
      v-model="cue.from"
      size="small"
      placeholder="anybody; or ana@club.example, @club.example"
      aria-label="From whom"
    />
  </div>
  <div class="form-line">
    <span class="label">About</span>
    <ElInputTag
      v-model="cue.subject"
      size="small"
      placeholder="any subject; or words of it"
      aria-label="Words of the subject"
    />
  </div>
  <div class="form-line">
    <span class="label">Comes of it</span>
    <ChoiceField v-model="cue.does" :options="DEEDS" about="What comes of a mail" />
  </div>
  <p class="soft small note">Automatic mails are never taken, and no mail twice. What lies there already is not new.</p>
</template>

<style scoped>
.host {
  width: 190px;
}
.port {
  width: 72px;
}
.note {
  margin: var(--gap-1) 0;
}
</style>
