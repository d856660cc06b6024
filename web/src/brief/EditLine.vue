<script setup lang="ts">
import { computed } from 'vue'
import { useBrief } from './briefStore'
import RemarkNotes from './RemarkNotes.vue'

/** One field of the brief, named by its path, read as text and edited in place. */
const props = defineProps<{
  label: string
  path: string
  placeholder?: string
  isLong?: boolean
  maxlength?: number
  /** What one should know of the field, in a line below it. */
  note?: string
  /** What is typed is kept only when this holds. */
  accepts?: (value: string) => boolean
}>()
const store = useBrief()
const value = computed(() => String(store.valueAt(props.path)))

function input(event: Event): void {
  const typed = (event.target as HTMLTextAreaElement).value
  const text = props.isLong ? typed : typed.replace(/\n/g, ' ')
  if (props.accepts?.(text) ?? true) store.setAt(props.path, text)
}

function onEnter(event: KeyboardEvent): void {
  if (props.isLong || event.isComposing) return
  event.preventDefault()
  ;(event.target as HTMLTextAreaElement).blur()
}
</script>

<template>
  <label class="brief-line" :class="{ drafted: store.isDrafted(path) }" :data-field="path">
    <span class="label">{{ label }}</span>
    <span>
      <textarea
        class="ghost"
        :class="{ long: isLong }"
        rows="1"
        dir="auto"
        :value="value"
        :placeholder="placeholder"
        :maxlength="maxlength ?? 2000"
        @input="input"
        @keydown.enter="onEnter"
      />
      <span v-if="note" class="soft small">{{ note }}</span>
    </span>
    <RemarkNotes :field="path" />
  </label>
</template>

<style scoped>
.ghost.long {
  min-height: 3em;
}
</style>
