<script setup lang="ts" generic="T">
import { useBrief } from './briefStore'
import EntryActs from './EntryActs.vue'
import type { OrderedList } from './orderedList'
import RemarkNotes from './RemarkNotes.vue'

/** The frame of one entry of a list: its grip, what can be done with it, its drafted mark and its remarks. */
defineProps<{
  name: string
  at: number
  count: number
  list: OrderedList<T>
  /** Path of the list in the brief; entries that stand elsewhere have none. */
  field?: string
  enabled?: boolean
  /** There is one of it only: it cannot be doubled. */
  isOnce?: boolean
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
    :class="{ off: enabled === false, drafted: field !== undefined && store.isDrafted(`${field}.${at}`) }"
    :data-field="field === undefined ? undefined : `${field}.${at}`"
    @keydown.alt.up.prevent="list.move(at, at - 1)"
    @keydown.alt.down.prevent="list.move(at, at + 1)"
  >
    <span class="grip" :class="{ number: grip }" :aria-hidden="grip ? undefined : true" title="Drag to another place">{{
      grip ?? '⠿'
    }}</span>
    <div>
      <slot />
      <EntryActs
        :name="name"
        :at="at"
        :count="count"
        :enabled="enabled"
        :is-once="isOnce"
        @move="list.move(at, at + $event)"
        @duplicate="list.duplicate(at)"
        @remove="list.remove(at)"
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
  grid-template-columns: 26px minmax(0, 1fr);
  padding: var(--gap-2) 0;
  border-bottom: 1px solid var(--line);
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
.off :deep(textarea) {
  text-decoration: line-through;
  color: var(--faint);
}
</style>
