<script setup lang="ts">
import { onMounted } from 'vue'
import { useTitle } from '@vueuse/core'
import { ElButton } from 'element-plus'
import LoadingNote from '../shared/LoadingNote.vue'
import AccountSection from './AccountSection.vue'
import AuditList from './AuditList.vue'
import FirstMember from './FirstMember.vue'
import MemberList from './MemberList.vue'
import ProviderSection from './ProviderSection.vue'
import { isOwner, loadSession, session } from './session'

/** Who may work here: the members, one’s own account, and who did what. */
useTitle('People · Mild Parrot')
onMounted(loadSession)
</script>

<template>
  <main class="page people">
    <header class="page-head">
      <ElButton to="/" tag="router-link" text>‹ All agents</ElButton>
      <h1>People</h1>
    </header>
    <LoadingNote v-if="!session" :rows="6" />
    <section v-else-if="!session.hasMembers">
      <h2>Work with others</h2>
      <FirstMember />
    </section>
    <template v-else>
      <section>
        <h2>Members</h2>
        <p class="soft">
          An owner may do everything, an editor of all changes every agent, a reader of all looks and asks. The others
          have agents of their own, and those that are shared with them.
        </p>
        <MemberList />
      </section>
      <section>
        <h2>Your account</h2>
        <AccountSection />
      </section>
      <section v-if="isOwner">
        <h2>Sign-in with a provider</h2>
        <ProviderSection />
      </section>
      <section v-if="isOwner">
        <h2>Who did what</h2>
        <AuditList />
      </section>
    </template>
  </main>
</template>

<style scoped>
.people {
  max-width: 860px;
}
section {
  padding: var(--gap-4) 0;
  display: grid;
  gap: var(--gap-3);
}
h2 {
  border-bottom: 1px solid var(--line);
  padding-bottom: var(--gap-1);
}
</style>
