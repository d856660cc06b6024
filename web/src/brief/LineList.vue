<script setup lang="ts">
import { computed, ref } from 'vue'
import { ElButton } from 'element-plus'
import { useBrief } from './briefStore'
import { useOrderedList } from './orderedList'
import RemarkNotes from './RemarkNotes.vue'

/** A list of one-line texts of the brief, named by its path: Enter adds one below, Backspace in an empty one removes it. */
const props = defineProps<{ label: string; path: string; placeholder: string; most?: number; item?: string }>()
const store = useBrief()
const rows = ref<HTMLElement>()
const texts = computed(() => store.valueAt(props.path) as readonly string[])
const list = useOrderedList<string>(rows, texts, (next) => store.setAt(props.path, next), {
  blank: () => '',
  isBlank: (text) => text.trim() === '',
  most: props.most ?? 50,
})
const typed = (event: Event) => (event.target as HTMLTextAreaElement).value.replace(/\n/g, ' ')

function onBackspace(at: number, event: KeyboardEvent): void {
  if (texts.value[at] !== '') return
  event.preventDefault()
  void list.remove(at)
}
</script>

<template>
  <div class="brief-line" :data-field="path" role="group" :aria-label="label">
    <span class="label">{{ label }}</span>
    <div>
      <ul ref="rows" class="bare-list">
        <li
          v-for="(text, at) in texts"
          :key="at"
          :class="{ drafted: store.isDrafted(`${path}.${at}`) }"
          :data-field="`${path}.${at}`"
          @keydown.alt.up.prevent="list.move(at, at - 1)"
          @keydown.alt.down.prevent="list.move(at, at + 1)"
        >
          <textarea
            class="ghost"
            rows="1"
            dir="auto"
            :value="text"
            :aria-label="`${label} ${at + 1}`"
            :placeholder="placeholder"
            maxlength="600"
            @input="list.set(at, typed($event))"
            @keydown.enter.prevent="list.add(at)"
            @keydown.backspace="onBackspace(at, $event)"
          />
          <ElButton text size="small" class="x" :aria-label="`Remove ${label} ${at + 1}`" @click="list.remove(at)"
            >×</ElButton
          >
        </li>
      </ul>
      <ElButton text size="small" class="add" data-add @click="list.add()"
        >+ {{ item ?? label.toLowerCase() }}</ElButton
      >
    </div>
    <RemarkNotes :field="path" deep />
  </div>
</template>

<style scoped>
li {
  display: flex;
  gap: var(--gap-3);
  align-items: flex-start;
}
.ghost {
  margin-bottom: 0;
}
.x {
  opacity: 0;
}
li:hover .x,
li:focus-within .x {
  opacity: 1;
}
.add {
  margin-left: calc(-1 * var(--gap-2));
}
</style>
