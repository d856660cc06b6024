<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useTitle } from '@vueuse/core'
import { ElButton, ElInput } from 'element-plus'
import { LEAST_PASSWORD, type Session } from '@parrot/contract'
import { get, post, wordsFor } from '../api/client'
import EmptyNote from '../shared/EmptyNote.vue'
import LoadingNote from '../shared/LoadingNote.vue'
import DoorPage from './DoorPage.vue'
import { enter } from './session'

/** Where a link leads: a new member says who they are, a known one sets a new password. */
const token = String(useRoute().params.token)
const router = useRouter()
useTitle('Welcome · Mild Parrot')
const invited = ref<{ email: string; isKnown: boolean }>()
const failed = ref('')
const name = ref('')
const password = ref('')
const error = ref('')
const isBusy = ref(false)

onMounted(async () => {
  try {
    invited.value = await get(`/api/invited/${encodeURIComponent(token)}`)
  } catch (problem) {
    failed.value = wordsFor(problem)
  }
})

async function comeIn(): Promise<void> {
  if (isBusy.value) return
  isBusy.value = true
  error.value = ''
  try {
    const given = { password: password.value, ...(invited.value?.isKnown ? {} : { name: name.value }) }
    enter(await post<Session>(`/api/invited/${encodeURIComponent(token)}`, given))
    await router.replace('/')
  } catch (problem) {
    error.value = wordsFor(problem)
  } finally {
    isBusy.value = false
  }
}
</script>

<template>
  <DoorPage>
    <EmptyNote v-if="failed" tone="failed" title="This link does not work" :text="failed">
      <ElButton @click="router.push('/sign-in')">Sign in</ElButton>
    </EmptyNote>
    <LoadingNote v-else-if="!invited" :rows="4" />
    <template v-else>
      <h1>{{ invited.isKnown ? 'A new password' : 'Welcome' }}</h1>
      <p class="soft">
        For <b>{{ invited.email }}</b>.
        {{ invited.isKnown ? 'You will be signed out wherever else you are signed in.' : 'This link works once.' }}
      </p>
      <form @submit.prevent="comeIn">
        <template v-if="!invited.isKnown">
          <label class="label" for="invited-name">Your name, as others here see it</label>
          <ElInput id="invited-name" v-model="name" size="large" maxlength="80" autocomplete="name" required />
        </template>
        <label class="label" for="invited-password">Password, {{ LEAST_PASSWORD }} characters or more</label>
        <ElInput
          id="invited-password"
          v-model="password"
          size="large"
          type="password"
          autocomplete="new-password"
          show-password
          required
        />
        <p v-if="error" class="wrong" role="alert">{{ error }}</p>
        <ElButton
          class="enter"
          type="primary"
          size="large"
          native-type="submit"
          :disabled="isBusy || password.length < LEAST_PASSWORD"
          >Come in</ElButton
        >
      </form>
    </template>
  </DoorPage>
</template>

<style scoped>
.enter {
  margin-top: var(--gap-3);
}
</style>
