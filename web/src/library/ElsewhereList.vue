<script setup lang="ts">
import { onMounted, ref } from 'vue'
import type { SourceElsewhere } from '@parrot/contract'
import { get, wordsFor } from '../api/client'
import { tell, tellFailure } from '../shared/undo'
import { useLibrary } from './libraryStore'

/** Sources of other agents that this one could use as well: one reading serves all of them. */
const props = defineProps<{ agentId: string }>()
const emit = defineEmits<{ close: [] }>()
const store = useLibrary()
const sources = ref<SourceElsewhere[]>()
const error = ref('')

async function load(): Promise<void> {
  try {
    sources.value = (
      await get<{ sources: SourceElsewhere[] }>(`/api/agents/${props.agentId}/sources-elsewhere`)
    ).sources
  } catch (problem) {
    error.value = wordsFor(problem)
  }
}
onMounted(load)

async function use(source: SourceElsewhere): Promise<void> {
  try {
    await store.use(source.id)
    tell(`“${source.title}” is used here too.`, async () => {
      const here = store.sources?.find((each) => each.id === source.id)
      if (here) await store.remove(here)
    })
    await load()
  } catch (problem) {
    tellFailure(problem)
  }
}
</script>

<template>
  <div class="elsewhere" @keydown.esc="emit('close')">
    <p class="label">Sources of other agents</p>
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <p v-else-if="!sources" class="soft">Loading…</p>
    <p v-else-if="sources.length === 0" class="soft">No other agent has a source that is not here.</p>
    <ul v-else>
      <li v-for="source in sources" :key="source.id">
        <span
          >{{ source.title }} <span class="small soft">{{ source.agents.join(', ') }}</span></span
        >
        <button type="button" class="btn small" @click="use(source)">Use it here</button>
      </li>
    </ul>
    <p><button type="button" class="btn quiet small" @click="emit('close')">Close</button></p>
  </div>
</template>

<style scoped>
.elsewhere {
  display: grid;
  gap: 7px;
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: 10px;
  padding: 14px 16px;
  margin-bottom: 16px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 260px;
  overflow: auto;
}
li {
  display: flex;
  gap: 10px;
  align-items: center;
  justify-content: space-between;
  padding: 4px 0;
}
</style>
