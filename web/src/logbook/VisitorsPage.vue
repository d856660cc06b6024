<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { watchDebounced } from '@vueuse/core'
import {
  ElButton,
  ElDropdown,
  ElDropdownItem,
  ElDropdownMenu,
  ElMessageBox,
  ElTable,
  ElTableColumn,
} from 'element-plus'
import type { Visitor } from '@parrot/contract'
import { call, get } from '../api/client'
import { useAgent } from '../frame/agentStore'
import ChoiceField from '../shared/ChoiceField.vue'
import { download } from '../shared/download'
import EmptyNote from '../shared/EmptyNote.vue'
import FilterField from '../shared/FilterField.vue'
import WhenLoaded from '../shared/WhenLoaded.vue'
import { useLoaded } from '../shared/load'
import PageTurner from '../shared/PageTurner.vue'
import { tell, tellFailure } from '../shared/undo'
import { moment } from '../shared/when'
import LogbookTabs from './LogbookTabs.vue'

/** What visitors told of themselves, by a form or in conversation: to be read, taken along, and erased. */
const route = useRoute()
const agents = useAgent()
const agentId = computed(() => String(route.params.id))
const PAGE = 50
const page = ref(1)
const q = ref('')
const consent = ref<'' | 'yes' | 'no'>('')
const CONSENTS = [
  ['', 'agreed or not'],
  ['yes', 'agreed to something'],
  ['no', 'agreed to nothing'],
] as const
const query = computed(() => {
  const given = new URLSearchParams()
  if (q.value.trim()) given.set('q', q.value.trim())
  if (consent.value) given.set('consent', consent.value)
  return given
})
const list = useLoaded(() =>
  get<{ total: number; visitors: Visitor[] }>(
    `/api/agents/${agentId.value}/visitors?limit=${PAGE}&offset=${(page.value - 1) * PAGE}&${query.value}`,
  ),
)
onMounted(list.load)
watch([page, () => agents.ticks.logbook], list.load)
watchDebounced(
  query,
  () => {
    page.value = 1
    void list.load()
  },
  { debounce: 200 },
)

const toldBy = ({ values }: Visitor) => values.filter(({ kind }) => kind === 'text' || kind === 'choice')

const takeAlong = (form: string) => download(`/api/agents/${agentId.value}/visitors?as=${form}&${query.value}`)

async function erase(visitor: Visitor): Promise<void> {
  const who = visitor.name || visitor.email || 'this visitor'
  const sure = await ElMessageBox.confirm(
    `What ${who} told, and all their conversations, are erased for good. This cannot be undone.`,
    `Erase ${who}?`,
    { confirmButtonText: 'Erase for good', cancelButtonText: 'Keep', type: 'warning' },
  ).catch(() => undefined)
  if (!sure) return
  try {
    await call('DELETE', `/api/visitors/${visitor.id}`)
    tell(`${who} was erased.`)
    await list.load()
  } catch (problem) {
    tellFailure(problem)
  }
}
</script>

<template>
  <div class="page visitors">
    <LogbookTabs :agent-id="agentId" />
    <div class="line">
      <FilterField v-model="q" class="grow" label="Find a visitor" />
      <ChoiceField v-model="consent" about="Whether they agreed" :options="CONSENTS" />
      <ElDropdown trigger="click" @command="takeAlong">
        <ElButton text size="small">Take along</ElButton>
        <template #dropdown>
          <ElDropdownMenu>
            <ElDropdownItem command="csv">For a spreadsheet (CSV)</ElDropdownItem>
            <ElDropdownItem command="vcf">For an address book (vCard)</ElDropdownItem>
          </ElDropdownMenu>
        </template>
      </ElDropdown>
    </div>
    <WhenLoaded v-slot="{ data }" :of="list" title="The visitors could not be loaded" :rows="6">
      <EmptyNote
        v-if="data.total === 0 && query.size > 0"
        title="Nobody was found"
        text="No visitor told that. Take something out of the fields above."
      />
      <EmptyNote
        v-else-if="data.total === 0"
        title="No visitor has left anything yet"
        text="Give an outlet a visitor form, or let a duty of the brief ask for a name and address. Both come here."
      />
      <template v-else>
        <ElTable :data="data.visitors" row-key="id">
          <ElTableColumn label="Visitor" min-width="200">
            <template #default="{ row }">
              <b>{{ row.name || '(no name)' }}</b>
              <p v-if="row.email" class="small">
                <a :href="`mailto:${row.email}`">{{ row.email }}</a>
              </p>
              <p v-if="row.phone" class="small">{{ row.phone }}</p>
            </template>
          </ElTableColumn>
          <ElTableColumn label="Told" min-width="240">
            <template #default="{ row }">
              <p v-for="each in toldBy(row as Visitor)" :key="each.label">
                <span class="soft">{{ each.label }}:</span> {{ each.value }}
              </p>
              <p v-for="each in row.consents" :key="each.at" class="small agreed">✓ {{ each.text }}</p>
            </template>
          </ElTableColumn>
          <ElTableColumn label="When and where" width="190">
            <template #default="{ row }">
              <p class="small">{{ moment(row.createdAt) }}</p>
              <p class="small soft">{{ row.outlet ?? 'its own page' }}</p>
            </template>
          </ElTableColumn>
          <ElTableColumn label="" width="230" align="right">
            <template #default="{ row }">
              <ElButton
                tag="router-link"
                text
                size="small"
                :to="{ name: 'logbook', params: { id: agentId, conversationId: row.conversationId } }"
                >Read</ElButton
              >
              <ElButton
                text
                size="small"
                title="Everything that is kept of them, as a file"
                @click="download(`/api/visitors/${row.id}`)"
                >All of it</ElButton
              >
              <ElButton type="danger" text size="small" @click="erase(row as Visitor)">Erase</ElButton>
            </template>
          </ElTableColumn>
        </ElTable>
        <PageTurner v-model="page" :total="data.total" :size="PAGE" />
      </template>
    </WhenLoaded>
  </div>
</template>

<style scoped>
.visitors {
  padding-top: var(--gap-2);
}
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-2);
  margin: var(--gap-3) 0;
}
.grow {
  max-width: 420px;
}
.agreed {
  color: var(--accent-deep);
}
</style>
