<script setup lang="ts">
import { computed, ref } from 'vue'
import { useEventListener } from '@vueuse/core'
import { useBrief } from './briefStore'
import { useKeys } from '../shared/keys'
import { SECTIONS } from './sections'

/** The sections of the brief: where one is, how many remarks stand in each, and the way there by click or keys. */
defineProps<{ drawer?: boolean }>()
const emit = defineEmits<{ go: [section: string] }>()
const store = useBrief()
const root = ref<HTMLElement>()
const here = ref<string>(SECTIONS[0][0])

/** The section being read is the last that begins above the upper part of the window; the first one at the top. */
function look(): void {
  const line = window.innerHeight / 4
  const begun = SECTIONS.filter(([id]) => (document.getElementById(id)?.getBoundingClientRect().top ?? 1e6) < line)
  const isAtEnd = window.innerHeight + window.scrollY >= document.documentElement.scrollHeight - 2
  here.value = window.scrollY < 20 ? SECTIONS[0][0] : ((isAtEnd ? SECTIONS.at(-1) : begun.at(-1)) ?? SECTIONS[0])[0]
}
useEventListener('scroll', look, { passive: true })

const counts = computed(() => {
  const counted = new Map<string, number>()
  for (const { field } of store.remarks) {
    const section = field.split('.')[0]!
    counted.set(section, (counted.get(section) ?? 0) + 1)
  }
  return counted
})

const links = () => [...(root.value?.querySelectorAll('a') ?? [])]
/** Goes up and down the menu, and round its ends. */
function step(by: number): void {
  const all = links()
  const at = all.indexOf(document.activeElement as HTMLAnchorElement)
  all[(at + by + all.length) % all.length]?.focus()
}
useKeys({ s: () => links()[SECTIONS.findIndex(([id]) => id === here.value)]?.focus() })
</script>

<template>
  <nav
    ref="root"
    class="contents"
    :class="{ drawer }"
    aria-label="Sections of the brief"
    @keydown.down.prevent="step(1)"
    @keydown.up.prevent="step(-1)"
  >
    <a
      v-for="[id, title] in SECTIONS"
      :key="id"
      :href="`#${id}`"
      :aria-current="here === id ? 'location' : undefined"
      @click.prevent="emit('go', id)"
      >{{ title
      }}<span v-if="counts.get(id)" class="marks" :title="`${counts.get(id)} remarks`">✎ {{ counts.get(id) }}</span></a
    >
  </nav>
</template>

<style scoped>
.contents {
  position: sticky;
  top: calc(var(--path-height) + 26px);
  align-self: start;
  display: grid;
  gap: var(--gap-0);
  max-height: calc(100dvh - var(--path-height) - var(--strip-height) - 40px);
  overflow-y: auto;
  scrollbar-width: none;
  padding: var(--gap-0);
}
.contents.drawer {
  position: static;
  max-height: none;
}
a {
  color: var(--soft);
  text-decoration: none;
  padding: var(--gap-1) var(--gap-2);
  border-radius: var(--radius-small);
  border-left: 3px solid transparent;
  font-size: var(--text-ui);
}
a:hover {
  background: var(--paper-deep);
  color: var(--ink);
}
a[aria-current] {
  border-left-color: var(--accent);
  color: var(--ink);
  font-weight: 600;
}
.marks {
  float: right;
  color: var(--warm);
  font-weight: 400;
}
</style>
