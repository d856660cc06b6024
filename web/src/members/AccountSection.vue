<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { ElButton, ElInput } from 'element-plus'
import { LEAST_PASSWORD, type PersonalKey, type Session } from '@parrot/contract'
import { call, get, wordsFor } from '../api/client'
import KeyList from '../shared/KeyList.vue'
import { tell, tellFailure } from '../shared/undo'
import { enter, leave } from './session'

/** One’s own password, keys for programs, and signing out everywhere. */
const router = useRouter()
const keys = ref<PersonalKey[]>([])
const before = ref('')
const password = ref('')
const error = ref('')
onMounted(load)

async function load(): Promise<void> {
  keys.value = (await get<{ keys: PersonalKey[] }>('/api/session/keys').catch(() => ({ keys: [] }))).keys
}

async function setPassword(): Promise<void> {
  error.value = ''
  try {
    enter(await call<Session>('PUT', '/api/session/password', { before: before.value, password: password.value }))
    ;[before.value, password.value] = ['', '']
    tell('The new password is set. You are signed out elsewhere.')
  } catch (problem) {
    error.value = wordsFor(problem)
  }
}

async function leaveEverywhere(): Promise<void> {
  await leave(true).catch(tellFailure)
  await router.push('/sign-in')
}
</script>

<template>
  <form @submit.prevent="setPassword">
    <label class="form-line"
      ><span class="label">Password now</span
      ><ElInput v-model="before" type="password" autocomplete="current-password" required
    /></label>
    <label class="form-line"
      ><span class="label">New password</span
      ><ElInput
        v-model="password"
        type="password"
        autocomplete="new-password"
        show-password
        :placeholder="`${LEAST_PASSWORD} characters or more`"
        required
    /></label>
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <div class="acts">
      <ElButton native-type="submit" :disabled="password.length < LEAST_PASSWORD || before === ''"
        >Set the new password</ElButton
      >
      <ElButton text @click="leaveEverywhere">Sign out everywhere</ElButton>
    </div>
  </form>
  <h3>Keys for programs</h3>
  <p class="soft">
    A program that sends one as <code>Authorization: Bearer …</code> does what you may do. Make one for each, so that it
    can be taken back alone.
  </p>
  <KeyList path="/api/session/keys" :keys="keys" @changed="load" />
</template>

<style scoped>
.acts {
  margin-top: var(--gap-2);
}
h3 {
  margin-top: var(--gap-3);
}
</style>
