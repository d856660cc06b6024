<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { ElButton, ElInput, ElInputNumber, ElSegmented } from 'element-plus'
import type { MailServerState } from '@parrot/contract'
import { call, get, post } from '../api/client'
import { useActing } from '../shared/acting'
import { tell } from '../shared/undo'

/** The server that mails go out by, and a mail to try it. */
const server = ref<MailServerState>({
  host: '',
  port: 587,
  security: 'starttls',
  user: '',
  from: '',
  workbench: '',
  hasPassword: false,
})
const password = ref('')
const to = ref('')
const { error, act } = useActing()
const answer = ref<{ isSent: boolean; answer: string }>()
const SECURITY = [
  { value: 'starttls', label: 'STARTTLS' },
  { value: 'tls', label: 'TLS' },
  { value: 'none', label: 'None' },
]

onMounted(() => act(async () => (server.value = await get<MailServerState>('/api/settings/mail'))))

const keep = () =>
  act(async () => {
    const given = { ...server.value, ...(password.value ? { password: password.value } : {}) }
    server.value = await call<MailServerState>('PUT', '/api/settings/mail', given)
    password.value = ''
    tell('The mail server was kept.')
  })
const tryOut = () =>
  act(
    async () =>
      (answer.value = await post<{ isSent: boolean; answer: string }>('/api/settings/mail/try', { to: to.value })),
  )
</script>

<template>
  <form @submit.prevent="keep">
    <div class="form-line">
      <span class="label">Server</span>
      <span class="acts">
        <ElInput v-model="server.host" placeholder="mail.example.org" aria-label="Mail server" />
        <ElInputNumber
          v-model="server.port"
          :min="1"
          :max="65535"
          controls-position="right"
          aria-label="Port of the mail server"
        />
        <ElSegmented v-model="server.security" :options="SECURITY" aria-label="Encryption" />
      </span>
    </div>
    <label class="form-line"
      ><span class="label">From</span><ElInput v-model="server.from" placeholder="Ferry desk <desk@example.org>"
    /></label>
    <label class="form-line"
      ><span class="label">User</span><ElInput v-model="server.user" autocomplete="off" placeholder="none"
    /></label>
    <label v-if="server.user" class="form-line"
      ><span class="label">Password</span
      ><ElInput
        v-model="password"
        type="password"
        autocomplete="new-password"
        :placeholder="server.hasPassword ? 'kept; type to change it' : 'none'"
    /></label>
    <label class="form-line"
      ><span class="label">Workbench at</span
      ><ElInput v-model="server.workbench" placeholder="https://parrot.example.org, for links in mails"
    /></label>
    <ElButton native-type="submit" :disabled="server.host.trim() === ''">Keep</ElButton>
  </form>
  <form v-if="server.host" class="plain-row" @submit.prevent="tryOut">
    <ElInput v-model="to" placeholder="you@example.org" aria-label="Where a mail to try it goes" />
    <ElButton native-type="submit" :disabled="to.trim() === ''">Send a mail to try it</ElButton>
  </form>
  <p v-if="answer" role="status" :class="answer.isSent ? 'soft' : 'wrong'">
    {{ answer.isSent ? '✓ It was taken: ' : '✕ It was not taken: ' }}{{ answer.answer }}
  </p>
  <p v-if="error" class="wrong" role="alert">{{ error }}</p>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}
form + form {
  margin-top: var(--gap-3);
}
</style>
