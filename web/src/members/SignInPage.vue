<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useTitle } from '@vueuse/core'
import { ElButton, ElInput } from 'element-plus'
import type { Session } from '@parrot/contract'
import { post, wordsFor } from '../api/client'
import DoorPage from './DoorPage.vue'
import { enter, loadSession, session } from './session'

/** Where members sign in; it leads back to where one was. */
const route = useRoute()
const router = useRouter()
useTitle('Sign in · Mild Parrot')
const email = ref('')
const password = ref('')
const error = ref(String(route.query.told ?? ''))
const isBusy = ref(false)
const field = ref<InstanceType<typeof ElInput>>()

/** Only addresses of this application: a link to here cannot lead elsewhere. */
const goOn = () => {
  const to = String(route.query.to ?? '/')
  const path = /^\/(?![/\\])/.test(to) ? to : '/'
  // A visitor’s page is no screen of this application.
  return path.startsWith('/talk/') ? location.assign(path) : router.replace(path)
}

onMounted(async () => {
  field.value?.focus()
  await loadSession()
  if (session.value && (!session.value.hasMembers || session.value.member)) await goOn()
})

async function signIn(): Promise<void> {
  if (isBusy.value) return
  isBusy.value = true
  error.value = ''
  try {
    enter(await post<Session>('/api/session', { email: email.value, password: password.value }))
    await goOn()
  } catch (problem) {
    error.value = wordsFor(problem)
    password.value = ''
  } finally {
    isBusy.value = false
  }
}
</script>

<template>
  <DoorPage>
    <h1>Mild Parrot</h1>
    <form @submit.prevent="signIn">
      <label class="label" for="sign-in-email">E-mail address</label>
      <ElInput
        id="sign-in-email"
        ref="field"
        v-model="email"
        size="large"
        type="email"
        autocomplete="username"
        required
      />
      <label class="label" for="sign-in-password">Password</label>
      <ElInput
        id="sign-in-password"
        v-model="password"
        size="large"
        type="password"
        autocomplete="current-password"
        show-password
        required
      />
      <p v-if="error" class="wrong" role="alert">{{ error }}</p>
      <ElButton class="enter" type="primary" size="large" native-type="submit" :disabled="isBusy">{{
        isBusy ? 'Looking …' : 'Sign in'
      }}</ElButton>
    </form>
    <ElButton v-if="session?.provider" tag="a" href="/api/session/provider" size="large" class="provider"
      >Sign in with {{ session.provider }}</ElButton
    >
    <p class="soft small">
      Password forgotten? Ask an owner for a link. The last owner gets one with
      <code>npx parrot invite</code> on the machine the server runs on.
    </p>
  </DoorPage>
</template>

<style scoped>
.provider {
  margin-top: var(--gap-3);
}
.enter {
  margin-top: var(--gap-3);
}
</style>
