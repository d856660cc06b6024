<script setup lang="ts">
import { ref } from 'vue'
import { ElButton, ElInput } from 'element-plus'
import { LEAST_PASSWORD, type Session } from '@parrot/contract'
import { post, wordsFor } from '../api/client'
import { tell } from '../shared/undo'
import { enter } from './session'

/** The first member is made here; from then on everybody signs in. */
const name = ref('')
const email = ref('')
const password = ref('')
const error = ref('')
const isBusy = ref(false)

async function make(): Promise<void> {
  if (isBusy.value) return
  isBusy.value = true
  error.value = ''
  try {
    const given = { name: name.value, email: email.value, password: password.value }
    enter(await post<Session>('/api/members/first', given))
    tell('You are signed in, and own everything here.')
  } catch (problem) {
    error.value = wordsFor(problem)
  } finally {
    isBusy.value = false
  }
}
</script>

<template>
  <p class="soft">
    Nobody signs in here: whoever sits at this machine may do everything. To work with others, or from elsewhere, make
    yourself the first member. From then on everybody signs in, and you own what there is.
  </p>
  <form class="first" @submit.prevent="make">
    <label class="form-line"
      ><span class="label">Your name</span><ElInput v-model="name" maxlength="80" autocomplete="name" required
    /></label>
    <label class="form-line"
      ><span class="label">E-mail address</span><ElInput v-model="email" type="email" autocomplete="username" required
    /></label>
    <label class="form-line"
      ><span class="label">Password</span
      ><ElInput
        v-model="password"
        type="password"
        autocomplete="new-password"
        show-password
        :placeholder="`${LEAST_PASSWORD} characters or more`"
        required
    /></label>
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <ElButton type="primary" native-type="submit" :disabled="isBusy || password.length < LEAST_PASSWORD"
      >Make me the first member</ElButton
    >
  </form>
</template>

<style scoped>
.first {
  display: grid;
  gap: var(--gap-2);
  justify-items: start;
  max-width: 560px;
}
.first > .form-line {
  width: 100%;
}
</style>
