<script setup lang="ts">
import { computed, ref } from 'vue'
import { computedAsync, onKeyStroke, refDebounced } from '@vueuse/core'
import { ElButton, ElPopover } from 'element-plus'
import type { FaceReading } from '@parrot/contract'
import { call, get } from '../api/client'
import AgentFace from '../shared/AgentFace.vue'
import { useFilePick } from '../shared/pick'
import { tell, tellFailure } from '../shared/undo'
import { listed } from '../shared/when'
import { useBrief } from './briefStore'

/** The face: words that are drawn, several drawings of them to choose from, or a picture of one's own. */
const props = defineProps<{ agentId: string; name: string }>()
const store = useBrief()
const PATH = 'identity.avatar'
const avatar = computed(() => String(store.valueAt(PATH) ?? ''))
const isPicture = computed(() => avatar.value.startsWith('picture:'))

/** One phrase is drawn in several ways: a number behind it tells which. */
const NUMBER = / #\d$/
const phrase = computed(() => (isPicture.value ? '' : avatar.value.replace(NUMBER, '')))
const WAYS = 6
const drawings = computed(() => {
  const base = phrase.value || props.name
  return Array.from({ length: WAYS }, (_, at) => (at === 0 ? base : `${base} #${at + 1}`))
})
const settled = refDebounced(phrase, 200)
const reading = computedAsync(
  () => get<FaceReading>(`/api/face-words?phrase=${encodeURIComponent(settled.value)}`).catch(() => undefined),
  undefined,
)
const isBusy = ref(false)
const showsWords = ref(false)
onKeyStroke('Escape', () => (showsWords.value = false))

const upload = useFilePick(
  async ([file]) => {
    if (!file) return
    isBusy.value = true
    try {
      const before = avatar.value
      const form = new FormData()
      form.append('file', file)
      const made = await call<{ avatar: string }>('POST', `/api/agents/${props.agentId}/face`, form)
      store.setAt(PATH, made.avatar)
      tell('The picture is the face now.', async () => store.setAt(PATH, before))
    } catch (problem) {
      tellFailure(problem)
    } finally {
      isBusy.value = false
    }
  },
  { accept: '.png,.jpg,.jpeg,.webp,.svg' },
)
const write = (event: Event) => store.setAt(PATH, (event.target as HTMLTextAreaElement).value.replace(/\n/g, ' '))
</script>

<template>
  <div class="brief-line" :class="{ drafted: store.isDrafted(PATH) }" :data-field="PATH">
    <span class="label" id="face-label">Face</span>
    <div>
      <p v-if="isPicture" class="soft">A picture of yours.</p>
      <textarea
        v-else
        class="ghost"
        rows="1"
        maxlength="120"
        aria-labelledby="face-label"
        :value="phrase"
        placeholder="Any words: “a cheerful sailor with a red scarf”"
        @input="write"
        @keydown.enter.prevent
      />
      <p v-if="!isPicture && reading?.unknown.length && phrase" class="small soft">
        Not drawn: {{ listed(reading.unknown.map((word) => `“${word}”`)) }}.
      </p>
      <div class="acts">
        <template v-if="!isPicture">
          <button
            v-for="(drawing, at) in drawings"
            :key="drawing"
            type="button"
            class="drawing"
            :class="{ chosen: avatar === drawing || (avatar === '' && at === 0) }"
            :aria-pressed="avatar === drawing || (avatar === '' && at === 0)"
            :aria-label="`Drawing ${at + 1}`"
            @click="store.setAt(PATH, drawing)"
          >
            <AgentFace :seed="drawing" :size="44" />
          </button>
        </template>
        <ElPopover
          v-if="reading && !isPicture"
          v-model:visible="showsWords"
          trigger="click"
          :width="420"
          :persistent="false"
        >
          <template #reference><ElButton text size="small">Words it draws</ElButton></template>
          <p class="words">{{ listed(reading.words) }}</p>
        </ElPopover>
        <ElButton text size="small" :disabled="isBusy" @click="upload">{{
          isBusy ? 'Looking at it…' : 'Use a picture'
        }}</ElButton>
        <ElButton v-if="isPicture" text size="small" @click="store.setAt(PATH, '')">Draw it instead</ElButton>
      </div>
    </div>
  </div>
</template>

<style scoped>
.acts {
  margin-top: var(--gap-1);
}
.drawing {
  padding: var(--gap-0);
  border: 2px solid transparent;
  border-radius: 32%;
  background: none;
  cursor: pointer;
  line-height: 0;
}
.drawing.chosen {
  border-color: var(--accent);
}
.words {
  max-height: 240px;
  overflow-y: auto;
  line-height: 1.6;
}
</style>
