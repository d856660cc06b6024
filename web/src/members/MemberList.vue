<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { ElButton, ElInput, ElInputTag, ElTag } from 'element-plus'
import type { Member, MemberList, Role } from '@parrot/contract'
import { call, get, post, wordsFor } from '../api/client'
import ChoiceField from '../shared/ChoiceField.vue'
import { useLoaded } from '../shared/load'
import { tell, tellFailure } from '../shared/undo'
import { ago } from '../shared/when'
import { isOwner, ROLE_WORDS, session } from './session'

/** Who is here, what each may do, and how others come in. */
const { data, error, load } = useLoaded(() => get<MemberList>('/api/members'))
onMounted(load)

const email = ref('')
const role = ref<Role | null>(null)
const inviteError = ref('')
const link = ref({ email: '', address: '' })
const me = computed(() => session.value?.member?.id)

async function invite(address = email.value, as = role.value): Promise<void> {
  inviteError.value = ''
  try {
    const { token } = await post<{ token: string }>('/api/invitations', { email: address, role: as })
    link.value = { email: address, address: `${location.origin}/invited/${token}` }
    email.value = ''
    await load()
  } catch (problem) {
    inviteError.value = wordsFor(problem)
  }
}

async function copy(): Promise<void> {
  await navigator.clipboard.writeText(link.value.address).then(
    () => tell('The link is in the clipboard.'),
    () => tell('Mark the link and copy it by hand.'),
  )
}

async function change(member: Member, next: Role | null): Promise<void> {
  const set = (value: Role | null) => call('PATCH', `/api/members/${member.id}`, { role: value }).then(load)
  try {
    await set(next)
    tell(`What ${member.name} may do was changed.`, () => set(member.role))
  } catch (problem) {
    tellFailure(problem)
  }
  await load()
}

async function setGroups(member: Member, groups: readonly string[]): Promise<void> {
  await call('PATCH', `/api/members/${member.id}`, { groups }).catch(tellFailure)
  await load()
}

async function remove(member: Member): Promise<void> {
  try {
    await call('DELETE', `/api/members/${member.id}`)
    await load()
    tell(`${member.name} was taken out and signed out.`, () =>
      post(`/api/members/${member.id}/restore`).then(() => load()),
    )
  } catch (problem) {
    tellFailure(problem)
  }
}

async function withdraw(id: string): Promise<void> {
  await call('DELETE', `/api/invitations/${id}`).catch(tellFailure)
  link.value = { email: '', address: '' }
  await load()
}
const roleWords = (value: Role | null) => ROLE_WORDS.find(([each]) => each === value)?.[1] ?? ''
</script>

<template>
  <p v-if="error" class="wrong" role="alert">{{ error }}</p>
  <ul v-if="data" class="plain-rows" aria-label="Members">
    <li v-for="member in data.members" :key="member.id" class="plain-row">
      <span class="grow">
        <b>{{ member.name }}</b> <span v-if="member.id === me" class="soft">(you)</span>
        <span class="soft who"
          >{{ member.email }} · {{ member.lastSeenAt ? `here ${ago(member.lastSeenAt)}` : 'not here yet' }}</span
        >
      </span>
      <ElTag v-if="member.lockedUntil" type="warning">locked out</ElTag>
      <template v-if="isOwner">
        <ChoiceField
          :model-value="member.role"
          :about="`What ${member.name} may do`"
          :options="ROLE_WORDS"
          @update:model-value="change(member, $event ?? null)"
        />
        <ElInputTag
          class="groups"
          size="small"
          :model-value="member.groups"
          placeholder="group, then Enter"
          :aria-label="`Groups ${member.name} is in`"
          @update:model-value="setGroups(member, $event ?? [])"
        />
        <ElButton text size="small" @click="invite(member.email, member.role)">New password</ElButton>
        <ElButton v-if="member.id !== me" type="danger" text size="small" @click="remove(member)">Take out</ElButton>
      </template>
      <span v-else class="soft">{{ roleWords(member.role) }}</span>
    </li>
    <li v-for="each in data.invitations" :key="each.id" class="plain-row">
      <span class="grow"
        >{{ each.email }} <span class="soft">has a link that works until {{ each.until.slice(0, 10) }}</span></span
      >
      <ElButton type="danger" text size="small" @click="withdraw(each.id)">Withdraw</ElButton>
    </li>
  </ul>
  <template v-if="isOwner">
    <form class="plain-row invite" @submit.prevent="invite()">
      <ElInput v-model="email" type="email" placeholder="somebody@example.org" aria-label="E-mail address" required />
      <ChoiceField v-model="role" about="What they may do" :options="ROLE_WORDS" />
      <ElButton native-type="submit" :disabled="email.trim() === ''">Make a link</ElButton>
    </form>
    <p v-if="inviteError" class="wrong" role="alert">{{ inviteError }}</p>
    <div v-if="link.address" class="inset" role="status">
      <p>
        Give this link to <b>{{ link.email }}</b>. It works once, for a week, and is shown only now.
      </p>
      <div class="plain-row">
        <ElInput class="grow" :model-value="link.address" readonly aria-label="The link" />
        <ElButton @click="copy">Copy</ElButton>
      </div>
    </div>
  </template>
</template>

<style scoped>
.groups {
  width: 190px;
}
.who {
  display: block;
}
.invite {
  flex-wrap: wrap;
}
.invite > .el-input {
  flex: 1 1 220px;
}
</style>
