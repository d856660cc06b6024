<script setup lang="ts">
import { ref } from 'vue'
import { ElButton, ElDialog, ElInput } from 'element-plus'
import type { Agent } from '@parrot/contract'
import { post, wordsFor } from '../api/client'

/** Makes a copy of an agent under a name of its own. */
const props = defineProps<{ agent: Agent }>()
const emit = defineEmits<{ copied: [copy: Agent]; close: [] }>()
const name = ref('')
const error = ref('')
const isBusy = ref(false)
const field = ref<InstanceType<typeof ElInput>>()

async function copy(): Promise<void> {
  if (name.value.trim() === '' || isBusy.value) return
  isBusy.value = true
  error.value = ''
  try {
    emit('copied', await post<Agent>(`/api/agents/${props.agent.id}/copy`, { name: name.value }))
  } catch (problem) {
    error.value = wordsFor(problem)
  } finally {
    isBusy.value = false
  }
}
</script>

<template>
  <ElDialog
    :model-value="true"
    :title="`Copy ${agent.name}`"
    width="480px"
    append-to-body
    @opened="field?.focus()"
    @close="$emit('close')"
  >
    <form class="copy" @submit.prevent="copy">
      <p class="soft">
        The copy begins with the same brief, its rules, library and scripts, and goes its own way from there. Nothing is
        published, and conversations stay behind.
      </p>
      <label class="label" for="copy-name">Name of the copy</label>
      <ElInput id="copy-name" ref="field" v-model="name" maxlength="80" size="large" />
      <p v-if="error" class="wrong" role="alert">{{ error }}</p>
      <div class="acts">
        <ElButton type="primary" native-type="submit" :disabled="name.trim() === '' || isBusy">Make the copy</ElButton>
        <ElButton @click="$emit('close')">Cancel</ElButton>
      </div>
    </form>
  </ElDialog>
</template>

<style scoped>
.copy {
  display: grid;
  gap: var(--gap-2);
}
.acts {
  margin-top: var(--gap-2);
}
</style>
