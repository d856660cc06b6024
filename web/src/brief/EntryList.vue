<script setup lang="ts" generic="T extends Record<string, unknown>">
import { nextTick, ref } from 'vue'

/** A list of entries with a few text parts each (glossary terms, boundaries), edited in place. */
const props = defineProps<{
  name: string
  field: string
  entries: readonly T[]
  /** The parts to edit: key, label, placeholder; a list part is written with commas. */
  parts: readonly { key: keyof T & string; label: string; placeholder: string; isList?: boolean; separator?: string }[]
  blank: () => T
  empty: string
}>()
const emit = defineEmits<{ change: [entries: T[]] }>()
const root = ref<HTMLElement>()

const shown = (entry: T, part: (typeof props.parts)[number]): string =>
  part.isList ? (entry[part.key] as readonly string[]).join(part.separator ?? ', ') : String(entry[part.key])

function set(at: number, part: (typeof props.parts)[number], event: Event): void {
  const text = (event.target as HTMLTextAreaElement).value
  const value = part.isList
    ? text
        .split((part.separator ?? ',').trim() || '\n')
        .map((each) => each.trimStart())
        .filter((each, n, all) => each !== '' || n === all.length - 1)
    : text.replace(/\n/g, ' ')
  emit(
    'change',
    props.entries.map((entry, index) => (index === at ? { ...entry, [part.key]: value } : entry)),
  )
}

async function add(): Promise<void> {
  emit('change', [...props.entries, props.blank()])
  await nextTick()
  const rows = root.value?.querySelectorAll('.entry')
  rows?.[rows.length - 1]?.querySelector('textarea')?.focus()
}
</script>

<template>
  <div ref="root" :data-field="field">
    <p v-if="entries.length === 0" class="soft none">{{ empty }}</p>
    <div v-for="(entry, at) in entries" :key="at" class="entry" :data-field="`${field}.${at}`">
      <label v-for="part in parts" :key="part.key" class="part">
        <span class="label">{{ part.label }}</span>
        <textarea
          class="ghost"
          rows="1"
          :value="shown(entry, part)"
          :placeholder="part.placeholder"
          @input="set(at, part, $event)"
        />
      </label>
      <button
        type="button"
        class="x"
        :aria-label="`Remove ${name} ${at + 1}`"
        @click="
          emit(
            'change',
            entries.filter((_, index) => index !== at),
          )
        "
      >
        Remove
      </button>
    </div>
    <button type="button" class="btn small" @click="add">Add a {{ name }}</button>
  </div>
</template>

<style scoped>
.none {
  padding: 4px 0 14px;
}
.entry {
  position: relative;
  padding: 8px 70px 8px 0;
  border-bottom: 1px solid var(--line);
}
.entry:last-of-type {
  margin-bottom: 14px;
}
.part {
  display: grid;
  grid-template-columns: 128px 1fr;
  gap: 14px;
  align-items: baseline;
}
.ghost {
  font: 17px/1.45 var(--serif);
}
.x {
  position: absolute;
  right: 0;
  top: 10px;
  background: none;
  border: 0;
  font: 600 13px var(--sans);
  color: var(--soft);
  cursor: pointer;
  opacity: 0.55;
}
.entry:hover .x,
.entry:focus-within .x {
  opacity: 1;
}
@media (max-width: 720px) {
  .part {
    grid-template-columns: 1fr;
    gap: 2px;
  }
}
</style>
