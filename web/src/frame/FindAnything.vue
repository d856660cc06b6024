<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { ElAutocomplete, ElDialog } from 'element-plus'
import type { Agent, Found } from '@parrot/contract'
import { get } from '../api/client'
import { useBrief } from '../brief/briefStore'
import { grouped, placesHere, type Action, type Place } from './places'

/** One line to reach anything: what is called so, and what says so; an arrow key chooses, Enter goes there. */
const props = defineProps<{ agent: Agent }>()
const emit = defineEmits<{ act: [action: Action] }>()
const isOpen = defineModel<boolean>({ required: true })
const router = useRouter()
const brief = useBrief()
const text = ref('')
const field = ref<{ focus(): void; highlight(at: number): void }>()
const here = computed(() => placesHere(props.agent.id))
let turn = 0

watch(isOpen, (open) => {
  if (open) text.value = ''
})

/** Places of this screen at once, with what the server finds of everything that was written. */
async function find(typed: string, show: (places: Place[]) => void): Promise<void> {
  const mine = ++turn
  const words = typed.trim()
  if (words !== '') await brief.save()
  const found =
    words === ''
      ? []
      : (
          await get<{ found: Found[] }>(
            `/api/agents/${props.agent.id}/find?q=${encodeURIComponent(words.slice(0, 200))}`,
          ).catch(() => ({ found: [] }))
        ).found
  if (mine !== turn) return
  show(grouped(words, here.value, found, props.agent.id))
  await nextTick()
  tellTruly()
}

/**
 * Puts right what the component tells readers of screens: the first place is chosen from the beginning, what holds the
 * list is no region of its own, and the list can be scrolled by keyboard.
 */
function tellTruly(): void {
  field.value?.highlight(0)
  for (const around of document.querySelectorAll('.found-list:is([role]), .found-list [role=region]'))
    around.setAttribute('role', 'none')
  document.querySelector('.found-list .el-scrollbar__wrap')?.setAttribute('tabindex', '0')
}

function go(place: unknown): void {
  const { to, act } = place as Place
  isOpen.value = false
  if (to) void router.push(to)
  else if (act) emit('act', act)
}
</script>

<template>
  <ElDialog
    v-model="isOpen"
    :show-close="false"
    width="640px"
    top="10vh"
    append-to-body
    title="Find anything"
    @opened="field?.focus()"
  >
    <ElAutocomplete
      ref="field"
      v-model="text"
      class="find"
      :fetch-suggestions="find as never"
      :debounce="60"
      :teleported="false"
      :fit-input-width="true"
      value-key="title"
      highlight-first-item
      popper-class="found-list"
      placeholder="Anything that is written here, or the name of a place"
      aria-label="Find"
      @select="go"
    >
      <template #default="{ item }">
        <span v-if="item.opens" class="group label">{{ item.group }}</span>
        <span class="place">
          <span class="title" dir="auto">{{ item.title }}</span>
          <span v-if="item.excerpt" class="small soft excerpt" dir="auto">{{ item.excerpt }}</span>
        </span>
      </template>
    </ElAutocomplete>
    <p class="small soft foot"><kbd>↑</kbd> <kbd>↓</kbd> choose, <kbd>Enter</kbd> goes there, <kbd>Esc</kbd> leaves</p>
  </ElDialog>
</template>

<style scoped>
.group {
  display: block;
  margin: var(--gap-2) 0 var(--gap-1);
  color: var(--accent-deep);
}
.place {
  display: grid;
  padding-left: var(--gap-2);
}
.title,
.excerpt {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.foot {
  margin-top: var(--gap-3);
}
</style>

<style>
/* What was found stands in the dialog, below the field, and not on top of it. */
.el-dialog .found-list.el-popper {
  position: static !important;
  width: 100% !important;
  transform: none !important;
  box-shadow: none;
  border: 0;
}
.found-list .el-popper__arrow {
  display: none;
}
.found-list .el-autocomplete-suggestion__wrap {
  max-height: min(54vh, 480px);
  padding: var(--gap-1) 0 0;
}
.found-list .el-autocomplete-suggestion li {
  padding: var(--gap-1) var(--gap-2);
  line-height: 1.35;
  white-space: normal;
  border-radius: var(--radius-small);
}
.found-list .el-autocomplete-suggestion li:is(:hover, .highlighted) {
  background: none;
}
.found-list .el-autocomplete-suggestion li:is(:hover, .highlighted) .place {
  background: var(--accent-wash);
  border-radius: var(--radius-small);
}
</style>
