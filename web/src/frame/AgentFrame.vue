<script setup lang="ts">
import { onBeforeUnmount, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useBrief } from '../brief/briefStore'
import EmptyNote from '../shared/EmptyNote.vue'
import { useKeys } from '../shared/keys'
import TryStrip from '../try/TryStrip.vue'
import { useTry } from '../try/tryStore'
import { useAgent } from './agentStore'
import FindAnything from './FindAnything.vue'
import KeyHelp from './KeyHelp.vue'
import PathBar from './PathBar.vue'

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
watch(
  () => store.agent?.name,
  (name) => (document.title = name ? `${name} · Mild Parrot` : 'Mild Parrot'),
)
watch(
  () => [store.ticks.agent, store.ticks.sources],
  () => {
    trying.somethingChanged()
    void brief.refresh()
  },
)
onBeforeUnmount(() => {
  void brief.close()
  trying.close()
  store.close()
})

const go = (name: string) => () => void router.push({ name, params: { id: props.id } })
useKeys({
  'ctrl+k': () => (isFinding.value = true),
  '?': () => (isHelping.value = true),
  '/': () => trying.focus(),
  t: () => (trying.isOpen = !trying.isOpen),
  r: () => void trying.askAgain(),
  'g b': go('brief'),
  'g l': go('library'),
  'g r': go('rehearse'),
  'g e': go('release'),
  'g o': go('logbook'),
  'g a': () => void router.push('/'),
  Escape: () => (trying.isOpen = false),
})
</script>

<template>
  <EmptyNote v-if="store.error && !store.agent" tone="failed" title="This agent cannot be opened" :text="store.error">
    <RouterLink class="btn" to="/">All agents</RouterLink>
    <button type="button" class="btn" @click="store.open(id)">Try again</button>
  </EmptyNote>
  <div v-else-if="store.agent" class="frame">
    <PathBar :agent="store.agent" @find="isFinding = true" @help="isHelping = true" />
    <main class="stage">
      <RouterView :key="id" />
    </main>
    <TryStrip :agent="store.agent" />
    <FindAnything v-model="isFinding" :agent="store.agent" />
    <KeyHelp v-model="isHelping" />
  </div>
  <p v-else class="opening soft">Opening…</p>
</template>

<style scoped>
.frame {
  min-height: 100dvh;
  display: flex;
  flex-direction: column;
}
.stage {
  flex: 1;
  padding-bottom: calc(var(--strip-height) + 20px);
  min-width: 0;
}
.opening {
  padding: 80px;
  text-align: center;
}
</style>
