<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'
import { drawInsert, insertWords } from '@parrot/client'
import '@parrot/client/inserts.css'
import type { Citation, Insert } from '@parrot/contract'

/** What an answer shows beside its words, drawn as visitors see it. */
const props = defineProps<{
  inserts: readonly Insert[]
  citations: readonly Citation[]
  fileAt?: ((at: number) => string) | undefined
}>()
const emit = defineEmits<{ cite: [citation: Citation]; say: [text: string] }>()
const root = ref<HTMLElement>()

function draw(): void {
  root.value?.replaceChildren(
    ...props.inserts.map((insert, at) =>
      drawInsert(insert, {
        words: insertWords('en'),
        say: (text) => emit('say', text),
        fileAt: props.fileAt?.(at),
      }),
    ),
  )
}
onMounted(draw)
watch(() => JSON.stringify(props.inserts), draw)

function open(event: MouseEvent): void {
  const marker = (event.target as HTMLElement).closest<HTMLElement>('.marker')?.dataset.marker
  const citation = props.citations.find((each) => String(each.marker) === marker)
  if (citation) emit('cite', citation)
}
</script>

<template>
  <div ref="root" class="inserts" @click="open" />
</template>

<style scoped>
.inserts {
  --corner: 6px;
  --field-line: var(--control-line);
  --choice-line: var(--line-strong);
  max-width: 720px;
}
.inserts :deep(.marker) {
  font: 600 0.72em / 1 var(--sans);
  color: var(--sky-deep);
  background: var(--sky);
  border: 0;
  border-radius: 4px;
  padding: 3px 6px;
  cursor: pointer;
}
.inserts :deep(.marker:hover) {
  background: var(--sky-hover);
}
</style>
