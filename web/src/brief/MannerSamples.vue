<script setup lang="ts">
import { computed, defineAsyncComponent, onMounted, ref, watch } from 'vue'
import type { Agent, MannerCard as Card, StoredBrief } from '@parrot/contract'
import { get, post } from '../api/client'
import { tell, tellFailure } from '../shared/undo'
import { useBrief } from './briefStore'

/** The chart comes with its package only when there is a profile to draw. */
const MannerCard = defineAsyncComponent(() => import('./MannerCard.vue'))

/** Texts that sound as the agent should; two or more are measured, and the profile is used when it answers. */
const props = defineProps<{ agentId: string }>()
const store = useBrief()
const samples = computed(() => store.brief?.manner.samples ?? [])
const card = ref<Card>()
const agents = ref<Agent[]>([])
const lender = ref('')

let timer: ReturnType<typeof setTimeout> | undefined
watch(
  () => samples.value.join('\u0000'),
  () => {
    clearTimeout(timer)
    timer = setTimeout(() => void measure(), 300)
  },
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

async function borrow(): Promise<void> {
  const from = agents.value.find((agent) => agent.id === lender.value)
  lender.value = ''
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
  <div class="samples" data-field="manner.samples">
    <span class="label">Samples</span>
    <div>
      <p v-if="samples.length === 0" class="soft small">
        Paste two or more texts that sound as the agent should: letters, replies, notices. Their sentence length,
        contractions, greetings and favourite words are measured and used.
      </p>
      <div v-for="(text, at) in samples" :key="at" class="sample" :data-field="`manner.samples.${at}`">
        <textarea
          class="field"
          rows="3"
          maxlength="8000"
          :value="text"
          :aria-label="`Sample ${at + 1}`"
          placeholder="Paste a text"
          @input="set(samples.map((each, n) => (n === at ? ($event.target as HTMLTextAreaElement).value : each)))"
        />
        <button
          type="button"
          class="x"
          :aria-label="`Remove sample ${at + 1}`"
          @click="set(samples.filter((_, n) => n !== at))"
        >
          ×
        </button>
      </div>
      <div class="acts">
        <button type="button" class="btn small" :disabled="samples.length >= 20" @click="set([...samples, ''])">
          Add a sample
        </button>
        <label v-if="agents.length" class="small">
          or borrow from
          <select v-model="lender" class="field" @change="borrow">
            <option value="">another agent …</option>
            <option v-for="agent in agents" :key="agent.id" :value="agent.id">{{ agent.name }}</option>
          </select>
        </label>
      </div>
      <MannerCard v-if="card" :card="card" />
      <p v-else-if="samples.length === 1" class="small soft">One more, and they can be measured.</p>
    </div>
  </div>
</template>

<style scoped>
.samples {
  display: grid;
  grid-template-columns: 128px 1fr;
  gap: 14px;
  align-items: baseline;
  padding: 7px 0;
}
.sample {
  display: flex;
  gap: 8px;
  margin-bottom: 8px;
}
.sample .field {
  font: 16px/1.45 var(--serif);
}
.x {
  background: none;
  border: 0;
  font-size: 17px;
  color: var(--soft);
  cursor: pointer;
  align-self: start;
}
.acts {
  display: flex;
  gap: 16px;
  align-items: center;
}
.acts label {
  display: flex;
  gap: 8px;
  align-items: center;
}
.acts .field {
  width: auto;
  padding: 4px 8px;
}
@media (max-width: 720px) {
  .samples {
    grid-template-columns: 1fr;
  }
}
</style>
