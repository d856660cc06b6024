<script setup lang="ts">
import { ElUpload } from 'element-plus'

/** Where nothing is known yet: a place to drop the first documents on, or to press and choose them. */
const emit = defineEmits<{ files: [files: File[]] }>()
let gathered: File[] = []

/** The component tells of one file after the other; those of one choice are handed on together. */
function onFile(_file: unknown, raw: File | undefined): void {
  if (!raw) return
  gathered.push(raw)
  if (gathered.length > 1) return
  setTimeout(() => {
    const files = gathered
    gathered = []
    emit('files', files)
  })
}
</script>

<template>
  <ElUpload drag multiple :auto-upload="false" :show-file-list="false" @change="(file) => onFile(file, file.raw)">
    <h2>Nothing to know yet</h2>
    <p class="soft">
      Drop documents or whole folders here, or press to choose: PDF, Word, Excel, PowerPoint, OpenDocument, CSV, EPUB,
      Markdown, HTML, JSON, captions, calendars, e-mails, plain text, or a ZIP of these. Add web pages, notes, and
      questions with fixed answers.
    </p>
  </ElUpload>
</template>

<style scoped>
h2 {
  margin-bottom: var(--gap-1);
}
p {
  white-space: normal;
}
</style>
