<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import { useBrief } from './briefStore'
import RemarkNotes from './RemarkNotes.vue'

/** A list of one-line texts of the brief, named by its path: Enter adds one below, Backspace in an empty one removes it. */
const props = defineProps<{ label: string; path: string; placeholder: string; most?: number; item?: string }>()
const store = useBrief()
const texts = computed(() => store.valueAt(props.path) as readonly string[])
const set = (next: readonly string[]) => store.setAt(props.path, next)
const root = ref<HTMLElement>()

async function focus(at: number): Promise<void> {
  await nextTick()
  const fields = root.value?.querySelectorAll('textarea')
  fields?.[at]?.focus()
}

function change(at: number, event: Event): void {
  const value = (event.target as HTMLTextAreaElement).value.replace(/\n/g, ' ')
  set(texts.value.map((text, index) => (index === at ? value : text)))
}

function addAfter(at: number): void {
  if (texts.value.length >= (props.most ?? 50)) return
  set([...texts.value.slice(0, at + 1), '', ...texts.value.slice(at + 1)])
  void focus(at + 1)
}

function remove(at: number): void {
  set(texts.value.filter((_, index) => index !== at))
  void focus(Math.max(0, at - 1))
}

function move(at: number, by: number): void {
  const to = at + by
  if (to < 0 || to >= texts.value.length) return
  const next = [...texts.value]
  next.splice(to, 0, ...next.splice(at, 1))
  set(next)
  void focus(to)
}

function onBackspace(at: number, event: KeyboardEvent): void {
  if (texts.value[at] !== '') return
  event.preventDefault()
  remove(at)
}
</script>

<template>
  <div ref="root" class="list" :data-field="path" role="group" :aria-label="label">
    <span class="label">{{ label }}</span>
    <ul>
      <li
        v-for="(text, at) in texts"
        :key="at"
        :class="{ drafted: store.isDrafted(`${path}.${at}`) }"
        :data-field="`${path}.${at}`"
        @keydown.alt.up.prevent="move(at, -1)"
        @keydown.alt.down.prevent="move(at, 1)"
      >
        <textarea
          class="ghost"
          rows="1"
          :value="text"
          :aria-label="`${label} ${at + 1}`"
          :placeholder="placeholder"
          maxlength="600"
          @input="change(at, $event)"
          @keydown.enter.prevent="addAfter(at)"
          @keydown.backspace="onBackspace(at, $event)"
        />
        <button type="button" class="x" :aria-label="`Remove ${label} ${at + 1}`" @click="remove(at)">×</button>
      </li>
      <li>
        <button type="button" class="add" @click="addAfter(texts.length - 1)">
          + {{ item ?? label.toLowerCase() }}
        </button>
      </li>
    </ul>
    <RemarkNotes :field="path" deep />
  </div>
</template>

<style scoped>
.list {
  position: relative;
  display: grid;
  grid-template-columns: 128px 1fr;
  gap: 14px;
  padding: 6px 0;
  align-items: baseline;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  gap: 12px;
  align-items: flex-start;
}
.ghost {
  font: 17px/1.5 var(--serif);
  margin-bottom: 0;
}
.x,
.add {
  background: none;
  border: 0;
  color: var(--soft);
  cursor: pointer;
  padding: 4px 6px;
}
.x {
  opacity: 0;
  font-size: 17px;
  line-height: 1;
}
li:hover .x,
li:focus-within .x {
  opacity: 1;
}
.x:hover {
  color: var(--brick);
}
.add {
  font: 600 13px var(--sans);
  color: var(--accent-deep);
  margin-left: -6px;
}
@media (max-width: 720px) {
  .list {
    grid-template-columns: 1fr;
    gap: 3px;
  }
}
</style>
