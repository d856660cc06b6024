<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
import { computed, defineAsyncComponent, onMounted, ref } from 'vue'
import { watchDebounced } from '@vueuse/core'
import type { Agent, MannerCard as Card, StoredBrief } from '@parrot/contract'
import { get, post } from '../api/client'
import ChoiceField from '../shared/ChoiceField.vue'
import { tell, tellFailure } from '../shared/undo'
import { useBrief } from './briefStore'
import { useOrderedList } from './orderedList'
import RemarkNotes from './RemarkNotes.vue'

/** The chart comes with its package only when there is a profile to draw. */
const MannerCard = defineAsyncComponent(() => import('./MannerCard.vue'))

/** Texts that sound as the agent should; two or more are measured, and the profile is used when it answers. */
const props = defineProps<{ agentId: string }>()
const store = useBrief()
const samples = computed(() => store.brief?.manner.samples ?? [])
const card = ref<Card>()
const agents = ref<Agent[]>([])
const lender = ref<string>()

watchDebounced(
  () => samples.value.join('\u0000'),
  () => measure(),
  { debounce: 300 },
)

async function measure(): Promise<void> {
  const texts = samples.value.filter((text) => text.trim() !== '')
  if (texts.length < 2) {
    card.value = undefined
    return
  }
  card.value = await post<Card>('/api/manner/profile', { texts }).catch(() => undefined)
}

onMounted(async () => {
  void measure()
  const list = await get<{ agents: Agent[] }>('/api/agents').catch(() => undefined)
  agents.value = list?.agents.filter((agent) => agent.id !== props.agentId) ?? []
})

const set = (next: readonly string[]) => store.setAt('manner.samples', [...next])
const rows = ref<HTMLElement>()
const list = useOrderedList<string>(rows, samples, set, {
  blank: () => '',
  isBlank: (text) => text.trim() === '',
  most: 20,
})

async function borrow(): Promise<void> {
  const from = agents.value.find((agent) => agent.id === lender.value)
  lender.value = undefined
  if (!from) return
  try {
    const { brief } = await get<StoredBrief>(`/api/agents/${from.id}/brief`)
    if (brief.manner.samples.length === 0) {
      tell(`${from.name} has no samples to borrow.`)
      return
    }
    const had = samples.value
    set([...had, ...brief.manner.samples].slice(0, 20))
    tell(`Borrowed ${brief.manner.samples.length} samples from ${from.name}.`, async () => set(had))
  } catch (problem) {
    tellFailure(problem)
  }
}
</script>

<template>
  <div class="brief-line" data-field="manner.samples">
    <span class="label">Samples</span>
    <div>
      <p v-if="samples.length === 0" class="soft small">
        Paste two or more texts that sound as the agent should: letters, replies, notices. Their sentence length,
        contractions, greetings and favourite words are measured and used.
      </p>
      <div ref="rows">
        <div
          v-for="(text, at) in samples"
          :key="at"
          class="sample"
          :class="{ drafted: store.isDrafted(`manner.samples.${at}`) }"
          :data-field="`manner.samples.${at}`"
        >
          <ElInput
            type="textarea"
            :rows="3"
            maxlength="8000"
            :model-value="text"
            :aria-label="`Sample ${at + 1}`"
            placeholder="Paste a text"
            @update:model-value="list.set(at, $event)"
          />
          <ElButton text size="small" :aria-label="`Remove sample ${at + 1}`" @click="list.remove(at)">×</ElButton>
        </div>
      </div>
      <div class="acts">
        <ElButton size="small" data-add :disabled="samples.length >= 20" @click="list.add()">Add a sample</ElButton>
        <label v-if="agents.length" class="small acts">
          or borrow from
          <ChoiceField
            v-model="lender"
            about="Borrow samples from"
            placeholder="another agent …"
            can-filter
            :options="agents.map((agent) => [agent.id, agent.name] as const)"
            @update:model-value="borrow"
          />
        </label>
      </div>
      <MannerCard v-if="card" :card="card" />
      <p v-else-if="samples.length === 1" class="small soft">One more, and they can be measured.</p>
    </div>
    <RemarkNotes field="manner.samples" deep />
  </div>
</template>

<style scoped>
.sample {
  display: flex;
  gap: var(--gap-2);
  align-items: flex-start;
  margin-bottom: var(--gap-2);
}
.sample :deep(textarea) {
  font: var(--text-read) / 1.45 var(--serif);
}
</style>
