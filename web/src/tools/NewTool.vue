<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { ElButton, ElInput } from 'element-plus'
import type { ToolKind, ToolShown } from '@parrot/contract'
import { get, post } from '../api/client'
import ChoiceField from '../shared/ChoiceField.vue'
import { useActing } from '../shared/acting'
import { useAllowing } from '../shared/allowing'
import { useLoaded } from '../shared/load'
import { useFilePick } from '../shared/pick'
import { blankOperation, hasAddress, KIND_ORDER, TOOL_KINDS } from './kinds'

/** A new tool: where it comes from, and how it is reached. What it offers is found there. */
const props = defineProps<{ commands: readonly string[] }>()
const emit = defineEmits<{ made: [tool: ToolShown]; cancel: [] }>()
const kind = ref<ToolKind>('openapi')
const KINDS = KIND_ORDER.map((value) => [value, TOOL_KINDS[value].name] as const)
const form = ref({ name: '', url: '', document: '', secret: '', command: '' })
const acting = useActing()
const { error, isBusy } = acting
const { hostToAllow, attempt, allow } = useAllowing(acting)

const agentId = ref<string>()
const { data: known, load } = useLoaded(() => get<{ agents: { id: string; name: string }[] }>('/api/agents'))
onMounted(load)
const agents = computed(() => (known.value?.agents ?? []).map(({ id, name }) => [id, name] as const))
const sourceId = ref<string>()
const read = useLoaded(() =>
  get<{ sources: { id: string; title: string; status: string }[] }>(`/api/agents/${agentId.value}/sources`),
)
const tables = computed(() =>
  (read.data.value?.sources ?? [])
    .filter(({ status }) => status === 'ready')
    .map(({ id, title }) => [id, title] as const),
)
watch(agentId, () => {
  sourceId.value = undefined
  if (agentId.value) void read.load()
})
const ADDRESSES: Partial<Record<ToolKind, string>> = {
  openapi: 'Document at',
  search: 'Description at',
  calendar: 'Calendar at',
  drawing: 'Service at',
}
const programs = computed(() => [
  ['', 'at an address'] as const,
  ...props.commands.map((name) => [name, name] as const),
])
const pick = useFilePick(
  async ([file]) => {
    form.value.document = await file!.text()
  },
  { accept: '.json,.yaml,.yml' },
)
const nameFrom = (words: string) =>
  words
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^_+|_+$/g, '')
    .slice(0, 48) || 'request'

const make = () =>
  attempt(async () => {
    const { name, url, document, secret, command } = form.value
    // A secret is sent as most services want it; how is changed on the tool's own page.
    const how =
      kind.value === 'calendar' ? { kind: 'basic' } : { kind: 'header', name: 'Authorization', prefix: 'Bearer ' }
    const auth = secret ? { auth: how, secret } : {}
    const own = {
      http: { operations: [{ ...blankOperation(), name: nameFrom(name), title: name }] },
      openapi: document.trim() ? { document } : {},
      mcp: command ? { command } : {},
      calendar: {},
      mail: {},
      search: {},
      drawing: {},
      library: { settings: { agentId: agentId.value } },
      table: { settings: { agentId: agentId.value, sourceId: sourceId.value } },
      reminder: { settings: { timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone } },
      team: { settings: { timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone } },
    }[kind.value]
    emit('made', await post<ToolShown>('/api/tools', { kind: kind.value, name, url: url.trim(), ...auth, ...own }))
  })
</script>

<template>
  <form class="new" @submit.prevent="make" @keydown.esc.stop="emit('cancel')">
    <h2>New tool</h2>
    <div class="form-line">
      <span class="label">It is</span>
      <div>
        <ChoiceField
          :model-value="kind"
          :options="KINDS"
          about="Where it comes from"
          @update:model-value="kind = $event ?? 'openapi'"
        />
        <p class="soft small">{{ TOOL_KINDS[kind].says }}</p>
      </div>
    </div>
    <label class="form-line"
      ><span class="label">Name</span
      ><ElInput v-model="form.name" required maxlength="80" placeholder="what you call it"
    /></label>
    <div v-if="kind === 'mcp' && commands.length" class="form-line">
      <span class="label">It runs</span>
      <ChoiceField v-model="form.command" :options="programs" about="Where the server runs" />
    </div>
    <div v-if="kind === 'library' || kind === 'table'" class="form-line">
      <span class="label">It is of</span>
      <ChoiceField v-model="agentId" :options="agents" about="Whose library" can-filter />
    </div>
    <div v-if="kind === 'table' && agentId" class="form-line">
      <span class="label">The table is</span>
      <ChoiceField v-model="sourceId" :options="tables" about="Which source" can-filter />
    </div>
    <label v-if="hasAddress(kind) && (!form.command || kind !== 'mcp')" class="form-line"
      ><span class="label">{{ ADDRESSES[kind] ?? 'Address' }}</span
      ><ElInput
        v-model="form.url"
        :required="kind !== 'openapi' || !form.document"
        maxlength="2000"
        placeholder="https://…"
    /></label>
    <div v-if="kind === 'openapi'" class="form-line">
      <span class="label">Or the document</span>
      <div>
        <ElInput
          v-model="form.document"
          type="textarea"
          :autosize="{ minRows: 2, maxRows: 8 }"
          placeholder="JSON or YAML, pasted"
          aria-label="The document itself"
        />
        <ElButton text size="small" @click="pick">From a file</ElButton>
      </div>
    </div>
    <label v-if="hasAddress(kind) && kind !== 'search' && (kind !== 'mcp' || !form.command)" class="form-line"
      ><span class="label">{{ kind === 'calendar' ? 'Password' : 'Secret' }}</span
      ><ElInput
        v-model="form.secret"
        type="password"
        autocomplete="off"
        placeholder="if it needs one; how it is sent can be changed after"
    /></label>
    <p v-if="error" class="wrong" role="alert">
      {{ error }}
      <ElButton v-if="hostToAllow" size="small" @click="allow">Allow {{ hostToAllow }} and try again</ElButton>
    </p>
    <div class="acts">
      <ElButton native-type="submit" type="primary" :disabled="isBusy">{{
        isBusy
          ? 'Looking what it offers …'
          : kind === 'http'
            ? 'Put it together'
            : hasAddress(kind) && kind !== 'calendar' && kind !== 'drawing'
              ? 'Look what it offers'
              : 'Set it up'
      }}</ElButton>
      <ElButton @click="emit('cancel')">Cancel</ElButton>
    </div>
  </form>
</template>

<style scoped>
.new {
  max-width: 760px;
  margin-bottom: var(--gap-5);
  padding-bottom: var(--gap-4);
  border-bottom: 1px solid var(--line);
}
h2 {
  margin-bottom: var(--gap-2);
}
.acts {
  margin-top: var(--gap-3);
}
</style>
