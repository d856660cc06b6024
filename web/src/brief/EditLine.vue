<script setup lang="ts">
/** One field of the brief, read as text and edited in place. */
const props = defineProps<{
  label: string
  field: string
  modelValue: string
  placeholder?: string
  isLong?: boolean
  maxlength?: number
}>()
const emit = defineEmits<{ 'update:modelValue': [value: string] }>()

function input(event: Event): void {
  const { value } = event.target as HTMLTextAreaElement
  emit('update:modelValue', props.isLong ? value : value.replace(/\n/g, ' '))
}

function onEnter(event: KeyboardEvent): void {
  if (props.isLong || event.isComposing) return
  event.preventDefault()
  ;(event.target as HTMLTextAreaElement).blur()
}
</script>

<template>
  <label class="line" :data-field="field">
    <span class="label">{{ label }}</span>
    <textarea
      class="ghost"
      :class="{ long: isLong }"
      rows="1"
      :value="modelValue"
      :placeholder="placeholder"
      :maxlength="maxlength ?? 2000"
      @input="input"
      @keydown.enter="onEnter"
    />
  </label>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 128px 1fr;
  gap: 14px;
  padding: 6px 0;
  align-items: baseline;
}
.ghost {
  font: 17px/1.5 var(--serif);
  display: block;
}
.ghost.long {
  min-height: 3em;
}
@media (max-width: 720px) {
  .line {
    grid-template-columns: 1fr;
    gap: 3px;
  }
}
</style>
