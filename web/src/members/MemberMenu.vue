<script setup lang="ts">
import { onMounted } from 'vue'
import { useRouter } from 'vue-router'
import { ElButton, ElDropdown, ElDropdownItem, ElDropdownMenu } from 'element-plus'
import { tellFailure } from '../shared/undo'
import { leave, loadSession, session } from './session'

/** Who is signed in, and the way out; without members, the way to have some. */
const router = useRouter()
onMounted(() => {
  if (!session.value) void loadSession()
})

async function act(what: string): Promise<void> {
  if (what === 'people') return void (await router.push('/people'))
  await leave().catch(tellFailure)
  await router.push('/sign-in')
}
</script>

<template>
  <ElButton v-if="!session?.member" tag="router-link" text to="/people">People</ElButton>
  <ElDropdown v-else trigger="click" @command="act">
    <ElButton text>{{ session.member.name }} <span aria-hidden="true">▾</span></ElButton>
    <template #dropdown>
      <ElDropdownMenu>
        <ElDropdownItem command="people">People and your account</ElDropdownItem>
        <ElDropdownItem command="leave">Sign out</ElDropdownItem>
      </ElDropdownMenu>
    </template>
  </ElDropdown>
</template>
