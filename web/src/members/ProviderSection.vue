<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { ElButton, ElInput, ElInputTag } from 'element-plus'
import type { ProviderState } from '@parrot/contract'
import { call, get } from '../api/client'
import ChoiceField from '../shared/ChoiceField.vue'
import { useActing } from '../shared/acting'
import { tell } from '../shared/undo'
import { ROLE_WORDS } from './session'

/** The OpenID Connect provider that members sign in with, beside a password. */
const provider = ref<ProviderState>({ issuer: '', clientId: '', name: '', domains: [], role: null, hasSecret: false })
const secret = ref('')
const { error, act } = useActing()
const callback = `${location.origin}/api/session/provider/callback`

onMounted(() => act(async () => (provider.value = await get<ProviderState>('/api/settings/provider'))))
const keep = () =>
  act(async () => {
    const given = { ...provider.value, ...(secret.value ? { clientSecret: secret.value } : {}) }
    provider.value = await call<ProviderState>('PUT', '/api/settings/provider', given)
    secret.value = ''
    tell(provider.value.issuer ? 'Members can sign in there.' : 'Members sign in with a password alone.')
  })
</script>

<template>
  <p class="soft">
    Any provider of OpenID Connect. Register this application there with <code>{{ callback }}</code> as the address it
    sends people back to.
  </p>
  <form @submit.prevent="keep">
    <label class="form-line"
      ><span class="label">Its address</span
      ><ElInput v-model="provider.issuer" placeholder="https://sign-in.example.org; empty for none"
    /></label>
    <label class="form-line"
      ><span class="label">Client id</span><ElInput v-model="provider.clientId" autocomplete="off"
    /></label>
    <label class="form-line"
      ><span class="label">Client secret</span
      ><ElInput
        v-model="secret"
        type="password"
        autocomplete="off"
        :placeholder="provider.hasSecret ? 'kept; type to change it' : 'none'"
    /></label>
    <label class="form-line"
      ><span class="label">On the button</span
      ><ElInput v-model="provider.name" maxlength="60" placeholder="Sign in with …"
    /></label>
    <div class="form-line">
      <span class="label">Lets in</span>
      <div>
        <ElInputTag
          v-model="provider.domains"
          placeholder="example.org, then Enter"
          aria-label="Domains that are let in"
        />
        <p class="small soft">
          Whoever has an address there becomes a member by signing in; others must be members already.
        </p>
      </div>
    </div>
    <div v-if="provider.domains.length" class="form-line">
      <span class="label">As</span>
      <ChoiceField v-model="provider.role" about="What they may do" :options="ROLE_WORDS" />
    </div>
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <ElButton native-type="submit">Keep</ElButton>
  </form>
</template>
