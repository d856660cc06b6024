<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { ElAutocomplete, ElButton, ElDialog } from 'element-plus'
import type { Agent, MemberList, Role, Sharing } from '@parrot/contract'
import { call, get, wordsFor } from '../api/client'
import ChoiceField from '../shared/ChoiceField.vue'
import LoadingNote from '../shared/LoadingNote.vue'

/** With whom an agent is shared, and what each may do with it. Everything is kept at once. */
const props = defineProps<{ agent: Agent }>()
defineEmits<{ close: [] }>()
const sharing = ref<Sharing>()
const error = ref('')
const email = ref('')
const role = ref<Role>('editor')
const people = ref<{ value: string; name: string }[]>([])
/** Groups somebody is in. */
const inUse = ref<string[]>([])
const groups = computed(() =>
  [...new Set([...inUse.value, ...(sharing.value?.groups ?? []).map(({ name }) => name)])].sort(),
)
const path = `/api/agents/${props.agent.id}/sharing`

onMounted(async () => {
  try {
    sharing.value = await get<Sharing>(path)
    const { members } = await get<MemberList>('/api/members')
    inUse.value = members.flatMap((member) => member.groups)
    people.value = members.map(({ name, email: value }) => ({ value, name }))
  } catch (problem) {
    error.value = wordsFor(problem)
  }
})

async function keep(change: object): Promise<void> {
  error.value = ''
  try {
    sharing.value = await call<Sharing>('PUT', path, change)
    if ('email' in change) email.value = ''
  } catch (problem) {
    error.value = wordsFor(problem)
  }
}

const suggest = (typed: string, give: (found: typeof people.value) => void) =>
  give(people.value.filter(({ value, name }) => `${name} ${value}`.toLowerCase().includes(typed.toLowerCase())))

const ROLES: readonly (readonly [Role, string])[] = [
  ['owner', 'owns it'],
  ['editor', 'edits it'],
  ['reader', 'looks and asks'],
]
const FOR_GROUP: readonly (readonly [Role | null, string])[] = [[null, 'has nothing to do with it'], ...ROLES]
const FOR_ALL: readonly (readonly ['editor' | 'reader' | null, string])[] = [
  [null, 'only who is named here'],
  ['reader', 'everybody here looks and asks'],
  ['editor', 'everybody here edits it'],
]
</script>

<template>
  <ElDialog :model-value="true" :title="`Share ${agent.name}`" width="560px" append-to-body @close="$emit('close')">
    <LoadingNote v-if="!sharing && !error" :rows="3" />
    <div v-if="sharing" class="share">
      <ChoiceField
        class="all"
        :model-value="sharing.everybody"
        about="For everybody here"
        :options="FOR_ALL"
        @update:model-value="keep({ everybody: $event ?? null })"
      />
      <div v-if="groups.length" class="groups">
        <span v-for="name in groups" :key="name" class="plain-row">
          <span class="grow"
            >Group <b>{{ name }}</b></span
          >
          <ChoiceField
            :model-value="sharing.groups.find((each) => each.name === name)?.role ?? null"
            :about="`What the group ${name} may do`"
            :options="FOR_GROUP"
            @update:model-value="keep({ group: name, role: $event ?? null })"
          />
        </span>
      </div>
      <ul v-if="sharing.members.length" class="plain-rows">
        <li v-for="each in sharing.members" :key="each.memberId" class="plain-row">
          <span class="grow"
            ><b>{{ each.name }}</b> <span class="soft">{{ each.email }}</span></span
          >
          <ChoiceField
            :model-value="each.role"
            :about="`What ${each.name} may do`"
            :options="ROLES"
            @update:model-value="keep({ email: each.email, role: $event })"
          />
          <ElButton type="danger" text size="small" @click="keep({ email: each.email, role: null })"
            >No longer</ElButton
          >
        </li>
      </ul>
      <form class="plain-row" @submit.prevent="keep({ email, role })">
        <ElAutocomplete
          v-model="email"
          class="grow"
          :fetch-suggestions="suggest"
          placeholder="somebody@example.org"
          aria-label="E-mail address of a member"
        >
          <template #default="{ item }"
            >{{ item.name }} <span class="soft">{{ item.value }}</span></template
          >
        </ElAutocomplete>
        <ChoiceField v-model="role" about="What they may do" :options="ROLES" />
        <ElButton native-type="submit" type="primary" :disabled="email.trim() === ''">Share</ElButton>
      </form>
      <p class="soft small">Owners, editors and readers of everything have it anyway.</p>
    </div>
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
  </ElDialog>
</template>

<style scoped>
.all {
  width: 280px;
}
.share {
  display: grid;
  gap: var(--gap-3);
  justify-items: start;
}
.share > ul,
.share > .groups,
.share > form {
  width: 100%;
}
</style>
