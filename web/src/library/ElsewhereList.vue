<script setup lang="ts">
import { ElButton } from 'element-plus'
import { onMounted, ref } from 'vue'
import type { SourceElsewhere } from '@parrot/contract'
import { get, wordsFor } from '../api/client'
import LoadingNote from '../shared/LoadingNote.vue'
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
  <div class="inset" @keydown.esc="emit('close')">
    <p class="label">Sources of other agents</p>
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <LoadingNote v-else-if="!sources" />
    <p v-else-if="sources.length === 0" class="soft">No other agent has a source that is not here.</p>
    <ul v-else class="plain-rows list">
      <li v-for="source in sources" :key="source.id" class="plain-row">
        <span class="grow"
          >{{ source.title }} <span class="small soft">{{ source.agents.join(', ') }}</span></span
        >
        <ElButton size="small" @click="use(source)">Use it here</ElButton>
      </li>
    </ul>
    <p><ElButton text size="small" @click="emit('close')">Close</ElButton></p>
  </div>
</template>

<style scoped>
.list {
  max-height: 260px;
  overflow: auto;
}
</style>
