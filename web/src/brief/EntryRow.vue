<script setup lang="ts" generic="T extends object">
import { useBrief } from './briefStore'
import EntryActs from './EntryActs.vue'
import RemarkNotes from './RemarkNotes.vue'
import type { Entries } from './useEntries'

/** The frame of one entry of a list: its grip, what can be done with it, its drafted mark and its remarks. */
defineProps<{
  name: string
  at: number
  count: number
  entries: Entries<T>
  /** Path of the list in the brief; entries that stand elsewhere have none. */
  field?: string
  enabled?: boolean
  /** What the grip shows; dots when nothing is given. */
  grip?: string
}>()
defineEmits<{ enable: [on: boolean] }>()
const store = useBrief()
</script>

<template>
  <div
    class="entry"
    data-entry
    :class="{
      off: enabled === false,
      drafted: field !== undefined && store.isDrafted(`${field}.${at}`),
      'is-dragged': entries.dragged.value === at,
      'is-landing': entries.landing.value === at && entries.dragged.value !== at,
    }"
    :data-field="field === undefined ? undefined : `${field}.${at}`"
    @dragover="entries.onDragOver(at, $event)"
    @drop.prevent="entries.onDrop"
    @keydown.alt.up.prevent="entries.move(at, at - 1)"
    @keydown.alt.down.prevent="entries.move(at, at + 1)"
  >
    <span
      class="grip"
      :class="{ number: grip }"
      draggable="true"
      :aria-hidden="grip ? undefined : true"
      title="Drag to another place"
      @dragstart="entries.onDragStart(at, $event)"
      @dragend="entries.onDragEnd"
      >{{ grip ?? '⠿' }}</span
    >
    <div>
      <slot />
      <EntryActs
        :name="name"
        :at="at"
        :count="count"
        :enabled="enabled"
        @move="entries.move(at, at + $event)"
        @duplicate="entries.duplicate(at)"
        @remove="entries.remove(at)"
        @enable="$emit('enable', $event)"
      >
        <slot name="acts" />
      </EntryActs>
    </div>
    <slot name="margin" />
    <RemarkNotes v-if="field !== undefined" :field="`${field}.${at}`" deep />
  </div>
</template>

<style scoped>
.entry {
  position: relative;
  display: grid;
  grid-template-columns: 26px 1fr;
  padding: 10px 0 7px;
  border-bottom: 1px solid var(--line);
  margin-bottom: 2px;
}
.entry:last-of-type {
  margin-bottom: 14px;
}
.grip {
  padding-top: 3px;
}
.grip:not(.number) {
  opacity: 0;
}
.entry:hover .grip,
.entry:focus-within .grip {
  opacity: 1;
}
.off :slotted(textarea),
.off :deep(textarea) {
  text-decoration: line-through;
  color: var(--faint);
}
.entry :deep(.acts) {
  margin-left: var(--acts-indent, 0);
}
.entry :deep(.ghost) {
  font: 17px/1.45 var(--serif);
}
@media (max-width: 720px) {
  .entry :deep(.acts) {
    margin-left: 0;
  }
}
</style>
