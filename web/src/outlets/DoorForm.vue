<script setup lang="ts">
import { ref } from 'vue'
import { ElButton, ElInput } from 'element-plus'
import type { Outlet, OutletAccess } from '@parrot/contract'
import { call, post } from '../api/client'
import ChoiceField from '../shared/ChoiceField.vue'
import HoursField from '../shared/HoursField.vue'
import { tell, tellFailure } from '../shared/undo'

/** Who is let in at an outlet, and when. */
const outlet = defineModel<Outlet>({ required: true })
const password = ref('')
const secret = ref('')
const ACCESS: readonly (readonly [OutletAccess, string])[] = [
  ['anybody', 'whoever has the address'],
  ['password', 'whoever knows a password'],
  ['members', 'members who are signed in here'],
  ['signed', 'visitors its site has signed in'],
]

async function keepPassword(): Promise<void> {
  try {
    await call('PUT', `/api/outlets/${outlet.value.id}`, { ...outlet.value, password: password.value })
    outlet.value.hasPassword = true
    password.value = ''
    tell('The password was kept. Whoever came in by another one has to give the new one.')
  } catch (problem) {
    tellFailure(problem)
  }
}
async function makeSecret(): Promise<void> {
  try {
    secret.value = (await post<{ secret: string }>(`/api/outlets/${outlet.value.id}/secret`)).secret
    outlet.value.hasSecret = true
  } catch (problem) {
    tellFailure(problem)
  }
}
</script>

<template>
  <h2>Door</h2>
  <div class="form-line">
    <span class="label">Lets in</span>
    <ChoiceField v-model="outlet.access" about="Who is let in" :options="ACCESS" />
  </div>
  <form v-if="outlet.access === 'password'" class="form-line" @submit.prevent="keepPassword">
    <label class="label" for="outlet-password">Password</label>
    <span class="row">
      <ElInput
        id="outlet-password"
        v-model="password"
        autocomplete="off"
        maxlength="200"
        :placeholder="outlet.hasPassword ? 'kept; type to change it' : 'none yet: nobody is let in'"
      />
      <ElButton native-type="submit" :disabled="password.length < 4">Keep</ElButton>
    </span>
  </form>
  <div v-if="outlet.access === 'signed'" class="form-line">
    <span class="label">Secret</span>
    <div>
      <p class="small soft">
        The site signs a JSON Web Token with this secret (HS256; <code>sub</code>, <code>exp</code> and, if wanted,
        <code>name</code>) and hands it over: <code>data-visitor="…"</code> in the script, or
        <code>#visitor=…</code> behind the link.
      </p>
      <ElInput v-if="secret" :model-value="secret" readonly aria-label="The secret; it is shown only once" />
      <ElButton size="small" @click="makeSecret">{{ outlet.hasSecret ? 'Make it anew' : 'Make the secret' }}</ElButton>
    </div>
  </div>
  <div class="form-line">
    <span class="label">Open</span>
    <div>
      <p v-if="outlet.hours.length === 0" class="small soft">at any time</p>
      <HoursField v-model:hours="outlet.hours" v-model:time-zone="outlet.timeZone" />
    </div>
  </div>
  <label v-if="outlet.hours.length" class="form-line"
    ><span class="label">While it is closed</span
    ><ElInput v-model="outlet.closedMessage" maxlength="300" placeholder="There is nobody here at this time of day."
  /></label>
</template>

<style scoped>
h2 {
  margin: var(--gap-5) 0 var(--gap-2);
}
.row {
  display: flex;
  gap: var(--gap-2);
}
</style>
