<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
import { onMounted, ref } from 'vue'
import type { Pair, Source } from '@parrot/contract'
import { get, post, wordsFor } from '../../api/client'
import LoadingNote from '../../shared/LoadingNote.vue'
import { tell } from '../../shared/undo'
import PairsTable from '../PairsTable.vue'

/** What was written here can be written on: a note's text, or a table of pairs. Keeping it makes a newer version. */
const props = defineProps<{ source: Source }>()
const text = ref('')
const pairs = ref<Pair[]>([])
const error = ref('')
const isLoaded = ref(false)
const isSending = ref(false)

onMounted(async () => {
  const path = `/api/sources/${props.source.id}/original?v=${props.source.version}`
  try {
    if (props.source.kind === 'pairs') pairs.value = await get<Pair[]>(path)
    else text.value = await (await fetch(path)).text()
    isLoaded.value = true
  } catch (problem) {
    error.value = wordsFor(problem)
  }
})

async function keep(): Promise<void> {
  isSending.value = true
  const filled = pairs.value.filter((pair) => pair.question.trim() !== '' || pair.answer.trim() !== '')
  try {
    await post(
      `/api/sources/${props.source.id}/versions`,
      props.source.kind === 'pairs'
        ? { kind: 'pairs', title: props.source.title, pairs: filled }
        : { kind: 'note', title: props.source.title, text: text.value },
    )
    error.value = ''
    tell('It is being read. What answered before stands under Versions.')
  } catch (problem) {
    error.value = wordsFor(problem)
  } finally {
    isSending.value = false
  }
}
</script>

<template>
  <form class="content" @submit.prevent="keep">
    <LoadingNote v-if="!isLoaded && !error" />
    <template v-if="isLoaded">
      <PairsTable v-if="source.kind === 'pairs'" v-model="pairs" />
      <ElInput type="textarea" v-else v-model="text" class="note" aria-label="Text of the note" maxlength="500000" />
    </template>
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <p v-if="isLoaded"><ElButton native-type="submit" type="primary" :disabled="isSending">Keep</ElButton></p>
  </form>
</template>

<style scoped>
.content {
  max-width: 900px;
  margin: 0 auto;
  padding: var(--gap-4) var(--gap-5) var(--gap-7);
  display: grid;
  gap: var(--gap-3);
}
.note {
  min-height: 320px;
  font: var(--text-read) / 1.55 var(--serif);
}
</style>
