<script setup lang="ts">
import { ElButton, ElDialog, ElUpload } from 'element-plus'
import { ref } from 'vue'
import type { Agent, Problem } from '@parrot/contract'
import { ApiProblem, post, wordsFor } from '../api/client'

/** Makes an agent of a folder that was written out before, here or elsewhere; what does not fit is named by file and line. */
const emit = defineEmits<{ made: [agent: Agent]; close: [] }>()
const isReading = ref(false)
const error = ref('')
const places = ref<NonNullable<Problem['fields']>>([])

async function take(file: File): Promise<void> {
  isReading.value = true
  error.value = ''
  places.value = []
  try {
    const form = new FormData()
    form.append('file', file, file.name)
    emit('made', await post<Agent>('/api/agents/folder', form))
  } catch (problem) {
    places.value = problem instanceof ApiProblem ? (problem.problem.fields ?? []) : []
    error.value = problem instanceof ApiProblem && places.value.length > 0 ? problem.problem.title : wordsFor(problem)
  } finally {
    isReading.value = false
  }
}
</script>

<template>
  <ElDialog model-value title="Read in a folder" width="min(600px, 92vw)" append-to-body @close="emit('close')">
    <p class="about">
      An agent that was written out as a folder, packed as a ZIP: its brief, rules, library and scripts. It becomes a
      new agent; those you have stay as they are.
    </p>
    <ElUpload
      drag
      :auto-upload="false"
      :show-file-list="false"
      accept=".zip"
      :disabled="isReading"
      :on-change="(given: { raw?: File }) => given.raw && take(given.raw)"
    >
      <p role="status">{{ isReading ? 'Reading …' : 'Drop the ZIP here, or choose it' }}</p>
    </ElUpload>
    <div v-if="error" class="wrong" role="alert">
      <p>{{ error }}</p>
      <ul v-if="places.length > 0" class="bare-list places">
        <li v-for="{ path, message } in places" :key="path + message">
          <code>{{ path }}</code> {{ message }}
        </li>
      </ul>
    </div>
    <template #footer>
      <ElButton @click="emit('close')">Cancel</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.about {
  margin-bottom: var(--gap-3);
}
.wrong {
  margin-top: var(--gap-3);
}
.places {
  max-height: 220px;
  margin-top: var(--gap-2);
  overflow: auto;
  color: var(--ink);
}
.places li {
  padding: var(--gap-1) 0;
  overflow-wrap: anywhere;
}
</style>
