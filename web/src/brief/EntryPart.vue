<script setup lang="ts">
/** One part of an entry, its label at the left: text edited in place, or whatever stands in the slot. */
defineProps<{
  label: string
  value?: string
  placeholder?: string
  maxlength?: number
  /** Its name for those who do not see the entry it stands in; the label when nothing is given. */
  name?: string
  /** Whether it may go over several lines. */
  isLong?: boolean
  /** Whether the entry is begun here: focus goes to it. */
  isMain?: boolean
}>()
const emit = defineEmits<{ write: [text: string]; enter: [event: KeyboardEvent] }>()
const onInput = (event: Event, isLong: boolean) => {
  const { value } = event.target as HTMLTextAreaElement
  emit('write', isLong ? value : value.replace(/\n/g, ' '))
}
</script>

<template>
  <component :is="value === undefined ? 'div' : 'label'" class="part">
    <span class="label">{{ label }}</span>
    <textarea
      v-if="value !== undefined"
      class="ghost"
      :rows="1"
      dir="auto"
      :data-main="isMain ? '' : undefined"
      :value="value"
      :placeholder="placeholder"
      :maxlength="maxlength ?? 2000"
      :aria-label="name"
      @input="onInput($event, isLong === true)"
      @keydown.enter="isLong || ($event.preventDefault(), emit('enter', $event))"
    />
    <div v-else><slot /></div>
  </component>
</template>

<style scoped>
.part {
  display: grid;
  grid-template-columns: var(--part-label, 102px) minmax(0, 1fr);
  gap: var(--gap-0) var(--gap-3);
  align-items: baseline;
}
.part + .part {
  margin-top: 3px;
}
@media (width < 720px) {
  .part {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
