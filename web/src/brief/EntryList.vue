<script setup lang="ts" generic="T extends Record<string, unknown>">
import { ref } from 'vue'
import EntryRow from './EntryRow.vue'
import { useEntries } from './useEntries'

/** A list of entries with a few text parts each (glossary terms, boundaries, model answers), edited in place. */
const props = defineProps<{
  name: string
  field: string
  entries: readonly T[]
  /** The parts to edit: key, label, placeholder; a list part is written with commas, a choice picked. */
  parts: readonly {
    key: keyof T & string
    label: string
    placeholder: string
    isList?: boolean
    separator?: string
    choices?: Readonly<Record<string, string>>
  }[]
  blank: () => T
  empty: string
}>()
const emit = defineEmits<{ change: [entries: T[]] }>()
const root = ref<HTMLElement>()
const entries = useEntries<T>(
  root,
  () => props.entries,
  (next) => emit('change', next),
  { blank: props.blank, copy: (entry) => ({ ...entry, ...('id' in entry ? { id: props.blank().id } : {}) }) },
)

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
  entries.set(at, { [part.key]: value } as unknown as Partial<T>)
}

const enabledOf = (entry: T): boolean | undefined => ('enabled' in entry ? entry.enabled === true : undefined)
const enable = (at: number, on: boolean) => entries.set(at, { enabled: on } as unknown as Partial<T>)
</script>

<template>
  <div ref="root" :data-field="field">
    <p v-if="props.entries.length === 0" class="soft none">{{ empty }}</p>
    <EntryRow
      v-for="(entry, at) in props.entries"
      :key="at"
      :name="name"
      :at="at"
      :count="props.entries.length"
      :entries="entries"
      :field="field"
      :enabled="enabledOf(entry)"
      @enable="enable(at, $event)"
    >
      <label v-for="part in parts" :key="part.key" class="part">
        <span class="label">{{ part.label }}</span>
        <select v-if="part.choices" class="field choice" :value="entry[part.key]" @change="set(at, part, $event)">
          <option v-for="(words, choice) in part.choices" :key="choice" :value="choice">{{ words }}</option>
        </select>
        <textarea
          v-else
          class="ghost"
          rows="1"
          :value="shown(entry, part)"
          :placeholder="part.placeholder"
          @input="set(at, part, $event)"
        />
      </label>
      <slot name="beneath" :entry="entry" :at="at" :set="(part: Partial<T>) => entries.set(at, part)" />
    </EntryRow>
    <button type="button" class="btn small" @click="entries.add">Add a {{ name }}</button>
  </div>
</template>

<style scoped>
.none {
  padding: 4px 0 14px;
}
div {
  --acts-indent: 116px;
}
.part {
  display: grid;
  grid-template-columns: 102px 1fr;
  gap: 14px;
  align-items: baseline;
}
.choice {
  width: auto;
  padding: 4px 8px;
  justify-self: start;
}
@media (max-width: 720px) {
  .part {
    grid-template-columns: 1fr;
    gap: 2px;
  }
}
</style>
