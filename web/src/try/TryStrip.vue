<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
import { computed, defineAsyncComponent, nextTick, ref, watch } from 'vue'
import type { Agent } from '@parrot/contract'
import { useTry } from './tryStore'

const TrySheet = defineAsyncComponent(() => import('./TrySheet.vue'))

/** The bar at the foot of every agent screen: ask, see which pinned answers moved, raise the sheet. */
const props = defineProps<{ agent: Agent }>()
const store = useTry()
const text = ref('')
const field = ref<InstanceType<typeof ElInput>>()

watch(
  () => store.focusTick,
  async () => {
    await nextTick()
    field.value?.focus()
  },
)

function send(): void {
  if (text.value.trim() === '' || store.isAsking) return
  void store.ask(text.value)
  text.value = ''
}

const moved = computed(() => store.pins.filter((pin) => pin.hasMoved).length)
const pinState = computed(() =>
  store.isAskingPins
    ? 'asking again…'
    : moved.value > 0
      ? `${moved.value} moved`
      : store.pins.length > 0
        ? 'none moved'
        : '',
)
/** A long name is cut: the line says what it is for, the path says whom. */
const LONGEST_NAME = 24
const shortName = computed(() => {
  const { name } = props.agent
  return name.length > LONGEST_NAME ? `${name.slice(0, LONGEST_NAME).trim()}…` : name
})
const placeholder = computed(() => `Ask ${shortName.value} something…  ( / )`)
</script>

<template>
  <TrySheet v-if="store.isOpen" :agent="agent" />
  <footer class="strip">
    <form class="ask" @submit.prevent="send">
      <ElInput
        type="textarea"
        ref="field"
        v-model="text"
        :rows="1"
        maxlength="20000"
        :placeholder="placeholder"
        :aria-label="`Ask ${agent.name}`"
        @keydown.enter.exact.prevent="send"
      />
      <ElButton v-if="store.isAsking" @click="store.stop">Stop</ElButton>
      <ElButton native-type="submit" v-else type="primary" :disabled="text.trim() === ''">Ask</ElButton>
    </form>
    <div v-if="store.pins.length" class="pins">
      <span class="label"
        >Pinned <span class="pinstate" :class="{ warm: moved }">{{ pinState }}</span></span
      >
      <ul class="bare-list">
        <li v-for="pin in store.pins" :key="pin.id">
          <button
            type="button"
            class="pin"
            :class="{ moved: pin.hasMoved, shown: store.shownPin === pin.id && store.isOpen }"
            :title="pin.text"
            @click="store.showPin(pin)"
          >
            <span class="mark" aria-hidden="true">{{ pin.hasMoved ? '≠' : pin.isStale ? '…' : '=' }}</span>
            <span class="words">{{ pin.text }}</span>
            <span class="sr">{{ pin.hasMoved ? 'the answer moved' : 'the answer did not move' }}</span>
          </button>
        </li>
      </ul>
    </div>
    <ElButton
      text
      size="small"
      class="raise"
      :aria-expanded="store.isOpen"
      title="Open or close the conversation (t)"
      @click="store.isOpen = !store.isOpen"
    >
      {{ store.isOpen ? 'Lower ▾' : 'Raise ▴' }}
    </ElButton>
  </footer>
</template>

<style scoped>
.strip {
  position: fixed;
  inset: auto 0 0 0;
  z-index: 60;
  min-height: var(--strip-height);
  display: flex;
  align-items: center;
  gap: var(--gap-4);
  padding: var(--gap-2) var(--gap-4);
  background: var(--sheet);
  border-top: 1px solid var(--line-strong);
}
.ask {
  flex: 1 1 380px;
  max-width: 620px;
  display: flex;
  gap: var(--gap-2);
  align-items: center;
}
.ask .el-textarea {
  flex: 1;
  min-width: 0;
}
.ask :deep(textarea) {
  /* It grows with what is typed. */
  field-sizing: content;
  max-height: 30vh;
  resize: none;
}
.pins {
  flex: 1 1 300px;
  min-width: 0;
  display: flex;
  align-items: center;
  gap: var(--gap-3);
}
.pins .label {
  white-space: nowrap;
}
.pinstate {
  font-weight: 400;
}
.pinstate.warm {
  color: var(--warm);
  font-weight: 700;
}
ul {
  padding: var(--gap-0);
  display: flex;
  gap: var(--gap-2);
  overflow-x: auto;
  scrollbar-width: none;
}
.pin {
  display: flex;
  gap: var(--gap-2);
  align-items: center;
  font-size: var(--text-small);
  border: 1px solid var(--line);
  background: var(--paper);
  border-radius: 6px;
  padding: var(--gap-1) var(--gap-2);
  max-width: 210px;
  cursor: pointer;
  color: var(--ink);
}
.pin:hover,
.pin.shown {
  border-color: var(--accent);
}
.pin.moved {
  background: var(--warm-wash);
  border-color: var(--warm);
}
.words {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.mark {
  font-weight: 700;
  color: var(--soft);
}
.moved .mark {
  color: var(--warm);
}
.raise {
  margin-left: auto;
}
@media (width < 720px) {
  .strip {
    gap: var(--gap-2);
    padding: var(--gap-2) var(--gap-3);
  }
  .pins {
    display: none;
  }
  .ask {
    flex-basis: 100px;
  }
}
</style>
