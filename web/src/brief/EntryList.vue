<script setup lang="ts" generic="T extends Record<string, unknown>">
import { ref } from 'vue'
import { ElButton } from 'element-plus'
import ChoiceField from '../shared/ChoiceField.vue'
import EntryPart from './EntryPart.vue'
import EntryRow from './EntryRow.vue'
import { useOrderedList } from './orderedList'

/** A list of entries with a few text parts each (glossary terms, boundaries, model answers), edited in place. */
interface Part {
  readonly key: keyof T & string
  readonly label: string
  readonly placeholder: string
  /** A list is written with `separator` between its items, a comma when none is given. */
  readonly isList?: boolean
  readonly separator?: string
  readonly choices?: readonly (readonly [value: string, text: string])[]
}
const props = defineProps<{
  name: string
  field: string
  entries: readonly T[]
  parts: readonly Part[]
  blank: () => T
  empty: string
}>()
const emit = defineEmits<{ change: [entries: T[]] }>()
const rows = ref<HTMLElement>()

const shown = (entry: T, part: Part): string =>
  part.isList ? (entry[part.key] as readonly string[]).join(part.separator ?? ', ') : String(entry[part.key])

const list = useOrderedList<T>(
  rows,
  () => props.entries,
  (next) => emit('change', next),
  {
    blank: props.blank,
    copy: (entry) => ({ ...entry, ...('id' in entry ? { id: props.blank().id } : {}) }),
    isBlank: (entry) => props.parts.every((part) => part.choices || shown(entry, part).trim() === ''),
    handle: '.grip',
  },
)
const put = (at: number, part: Part, value: unknown) =>
  list.set(at, { [part.key]: value } as unknown as T extends object ? Partial<T> : T)

function write(at: number, part: Part, text: string): void {
  const items = () =>
    text
      .split((part.separator ?? ',').trim() || '\n')
      .map((each) => each.trimStart())
      .filter((each, n, all) => each !== '' || n === all.length - 1)
  put(at, part, part.isList ? items() : text)
}

const enabledOf = (entry: T): boolean | undefined => ('enabled' in entry ? entry.enabled === true : undefined)
const setPart = (at: number) => (part: Partial<T>) => list.set(at, part as T extends object ? Partial<T> : T)
</script>

<template>
  <div class="entries" :data-field="field">
    <p v-if="entries.length === 0" class="soft none">{{ empty }}</p>
    <div ref="rows">
      <EntryRow
        v-for="(entry, at) in entries"
        :key="at"
        :name="name"
        :at="at"
        :count="entries.length"
        :list="list"
        :field="field"
        :enabled="enabledOf(entry)"
        @enable="setPart(at)({ enabled: $event } as unknown as Partial<T>)"
      >
        <template v-for="(part, n) in parts" :key="part.key">
          <EntryPart v-if="part.choices" :label="part.label">
            <ChoiceField
              :model-value="String(entry[part.key])"
              :options="part.choices"
              :about="`${name} ${at + 1}: ${part.label}`"
              @update:model-value="put(at, part, $event)"
            />
          </EntryPart>
          <EntryPart
            v-else
            :label="part.label"
            :is-main="n === 0"
            :is-long="part.isList === true && part.separator === '\n'"
            :value="shown(entry, part)"
            :placeholder="part.placeholder"
            :maxlength="8000"
            @write="write(at, part, $event)"
          />
        </template>
        <slot name="beneath" :entry="entry" :at="at" :set="setPart(at)" />
      </EntryRow>
    </div>
    <ElButton size="small" data-add @click="list.add()">Add a {{ name }}</ElButton>
  </div>
</template>

<style scoped>
.entries {
  --acts-indent: 114px;
}
.none {
  padding: var(--gap-1) 0 var(--gap-3);
}
[data-add] {
  margin-top: var(--gap-3);
}
</style>
