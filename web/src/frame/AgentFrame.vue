<script setup lang="ts">
import { ElButton } from 'element-plus'
import { defineAsyncComponent, onBeforeUnmount, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useTitle } from '@vueuse/core'
import { useBrief } from '../brief/briefStore'
import EmptyNote from '../shared/EmptyNote.vue'
import LoadingNote from '../shared/LoadingNote.vue'
import { useKeys } from '../shared/keys'
import TryStrip from '../try/TryStrip.vue'
import { useTry } from '../try/tryStore'
import { useAgent } from './agentStore'
import NextStep from './NextStep.vue'
import PathBar from './PathBar.vue'
import type { Action } from './places'

const FindAnything = defineAsyncComponent(() => import('./FindAnything.vue'))
const KeyHelp = defineAsyncComponent(() => import('./KeyHelp.vue'))

/** The frame of every agent screen: the path along the top, the stage, the try strip along the foot. */
const props = defineProps<{ id: string }>()
const router = useRouter()
const store = useAgent()
const brief = useBrief()
const trying = useTry()

const isFinding = ref(false)
const isHelping = ref(false)

watch(
  () => props.id,
  async (id) => {
    brief.open(id)
    trying.open(id)
    await store.open(id)
  },
  { immediate: true },
)
useTitle(() => (store.agent ? `${store.agent.name} · Mild Parrot` : 'Mild Parrot'))
watch(
  () => [store.ticks.agent, store.ticks.sources],
  () => {
    trying.somethingChanged()
    void brief.refresh()
  },
)
// The first question that was answered is a step done.
watch(
  () => trying.isAsking,
  (isAsking) => {
    if (!isAsking && store.agent?.next === 'ask') void store.load()
  },
)
onBeforeUnmount(() => {
  void brief.close()
  trying.close()
  store.close()
})

const go = (name: string) => () => void router.push({ name, params: { id: props.id } })

const ACTS: Record<Action, () => void> = {
  ask: () => trying.focus(),
  again: () => void trying.askAgain(),
  startOver: () => trying.startOver(),
  keys: () => (isHelping.value = true),
}

/** Escape leaves the field one is in; with none, it lowers the sheet. */
function leave(): void {
  const field = document.activeElement
  if (field instanceof HTMLElement && field.matches('input, textarea')) field.blur()
  else trying.isOpen = false
}
useKeys(
  {
    '$mod+k': () => (isFinding.value = true),
    // Where a key stands differs from keyboard to keyboard: some need Shift for it, some do not.
    '?': () => (isHelping.value = true),
    'Shift+?': () => (isHelping.value = true),
    '/': () => trying.focus(),
    'Shift+/': () => trying.focus(),
    t: () => (trying.isOpen = !trying.isOpen),
    r: () => void trying.askAgain(),
    'g b': go('brief'),
    'g l': go('library'),
    'g r': go('rehearse'),
    'g e': go('release'),
    'g o': go('logbook'),
    'g a': () => void router.push('/'),
    Escape: leave,
  },
  { whileTyping: ['$mod+k'] },
)
</script>

<template>
  <EmptyNote v-if="store.error && !store.agent" tone="failed" title="This agent cannot be opened" :text="store.error">
    <ElButton tag="router-link" to="/">All agents</ElButton>
    <ElButton @click="store.open(id)">Try again</ElButton>
  </EmptyNote>
  <div
    v-else-if="store.agent"
    class="frame"
    :style="store.agent.next ? { '--frame-top': 'calc(var(--path-height) + var(--next-height))' } : {}"
  >
    <a class="skip" href="#stage">To the stage</a>
    <PathBar :agent="store.agent" @find="isFinding = true" @help="isHelping = true" />
    <NextStep :agent="store.agent" />
    <main id="stage" class="stage" tabindex="-1">
      <RouterView :key="id" />
    </main>
    <TryStrip :agent="store.agent" />
    <FindAnything v-if="isFinding" v-model="isFinding" :agent="store.agent" @act="ACTS[$event]()" />
    <KeyHelp v-if="isHelping" v-model="isHelping" />
  </div>
  <div v-else class="page"><LoadingNote text="Opening…" :rows="9" /></div>
</template>

<style scoped>
.frame {
  min-height: 100dvh;
  display: flex;
  flex-direction: column;
}
.stage {
  flex: 1;
  padding-bottom: calc(var(--strip-height) + var(--gap-4));
  min-width: 0;
}
.stage:focus-visible {
  outline: none;
}
.skip {
  position: absolute;
  left: -999px;
  z-index: 50;
  padding: var(--gap-2) var(--gap-3);
  background: var(--sheet);
}
.skip:focus {
  left: var(--gap-3);
  top: var(--gap-2);
}
</style>
