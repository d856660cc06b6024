<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
import { computed, nextTick, ref } from 'vue'
import type { Passage, PassageEdit } from '@parrot/contract'
import { plural } from '../../shared/when'
import { splitPieces } from './splitPoints'

/** One passage as a band: its place, its text, and what can be changed in it by hand. */
const props = defineProps<{
  passage: Passage
  /** The passage after it, when both can be joined. */
  next?: Passage
  isTarget: boolean
  /** Words looked for in the document. */
  find: string
  isBusy: boolean
}>()
const emit = defineEmits<{ edit: [change: Change] }>()

/** A change without the number of its passage, which the reader knows. */
type Change = PassageEdit extends infer E ? (E extends unknown ? Omit<E, 'nth' | 'passage'> : never) : never

const mode = ref<'read' | 'correct' | 'split' | 'original'>('read')
const draft = ref('')
const field = ref<InstanceType<typeof ElInput>>()
const lines = computed(() => props.passage.text.split('\n'))
const pieces = computed(() => splitPieces(props.passage.text))

async function correct(): Promise<void> {
  draft.value = props.passage.text
  mode.value = 'correct'
  await nextTick()
  field.value?.focus()
}

function send(change: Change): void {
  mode.value = 'read'
  emit('edit', change)
}

function save(): void {
  if (draft.value.trim() === props.passage.text) mode.value = 'read'
  else send({ kind: 'correct', text: draft.value })
}

/** A line in pieces, those that hold the words looked for marked. */
function marked(line: string): { text: string; isHit: boolean }[] {
  const words = props.find.trim()
  if (words === '') return [{ text: line, isHit: false }]
  const parts: { text: string; isHit: boolean }[] = []
  const lower = line.toLowerCase()
  let at = 0
  for (let hit = lower.indexOf(words.toLowerCase()); hit >= 0; hit = lower.indexOf(words.toLowerCase(), at)) {
    parts.push({ text: line.slice(at, hit), isHit: false }, { text: line.slice(hit, hit + words.length), isHit: true })
    at = hit + words.length
  }
  return [...parts, { text: line.slice(at), isHit: false }]
}
</script>

<template>
  <div class="band" :class="{ target: isTarget, excluded: passage.isExcluded, edited: passage.original !== null }">
    <span class="place number">
      {{ passage.locator.kind === 'heading' ? `passage ${passage.ordinal + 1}` : passage.locator.label }}
      <span v-if="passage.cited" class="cited" :title="`${plural(passage.cited, 'answer')} lately rested on it`">
        answered {{ passage.cited }}×
      </span>
    </span>
    <div class="body">
      <template v-if="mode === 'correct'">
        <ElInput
          type="textarea"
          ref="field"
          v-model="draft"
          class="text"
          aria-label="Text of the passage"
          maxlength="20000"
          @keydown.ctrl.enter.prevent="save"
          @keydown.meta.enter.prevent="save"
          @keydown.esc.stop="mode = 'read'"
        />
        <p class="acts shown">
          <ElButton type="primary" size="small" :disabled="draft.trim() === ''" @click="save">Keep</ElButton>
          <ElButton text size="small" @click="mode = 'read'">Leave it</ElButton>
          <span class="small soft"><kbd>Ctrl</kbd> <kbd>Enter</kbd> keeps, <kbd>Esc</kbd> leaves</span>
        </p>
      </template>
      <template v-else-if="mode === 'split'">
        <template v-for="(piece, n) in pieces" :key="piece.start">
          <button
            v-if="n > 0"
            type="button"
            class="cut"
            @click="send({ kind: 'split', at: piece.start })"
            @keydown.esc.stop="mode = 'read'"
          >
            <span>split here</span>
          </button>
          <p class="text">{{ piece.text }}</p>
        </template>
        <p class="acts shown">
          <span v-if="pieces.length < 2" class="small soft">It is one sentence: there is nowhere to split it.</span>
          <ElButton text size="small" @click="mode = 'read'">Leave it whole</ElButton>
        </p>
      </template>
      <template v-else>
        <p v-for="(line, n) in lines" :key="n" class="text">
          <template v-for="(part, m) in marked(line)" :key="m"
            ><mark v-if="part.isHit">{{ part.text }}</mark
            ><template v-else>{{ part.text }}</template></template
          >
        </p>
        <div v-if="mode === 'original'" class="was">
          <p class="label">As it was read</p>
          <p class="text">{{ passage.original }}</p>
        </div>
        <p v-if="passage.isExcluded || passage.original !== null" class="small state">
          <template v-if="passage.isExcluded">Excluded: it is never found.</template>
          <template v-else>
            Changed by hand.
            <ElButton link @click="mode = mode === 'original' ? 'read' : 'original'">
              {{ mode === 'original' ? 'Hide' : 'Show' }} what was read
            </ElButton>
          </template>
        </p>
        <p class="acts" :class="{ busy: isBusy }">
          <ElButton
            v-if="passage.isExcluded || passage.original !== null"
            text
            size="small"
            :disabled="isBusy"
            @click="send({ kind: 'restore' })"
          >
            {{ passage.isExcluded ? 'Let it be found again' : 'Back to what was read' }}
          </ElButton>
          <template v-if="!passage.isExcluded">
            <ElButton text size="small" :disabled="isBusy" @click="correct">Correct</ElButton>
            <ElButton text size="small" :disabled="isBusy" @click="mode = 'split'">Split</ElButton>
            <ElButton v-if="next" text size="small" :disabled="isBusy" @click="send({ kind: 'join', next: next.text })">
              Join with the next
            </ElButton>
            <ElButton type="danger" text size="small" :disabled="isBusy" @click="send({ kind: 'exclude' })">
              Exclude
            </ElButton>
          </template>
        </p>
      </template>
    </div>
  </div>
</template>

<style scoped>
.band {
  display: grid;
  grid-template-columns: 92px 1fr;
  gap: var(--gap-4);
  padding: var(--gap-3) var(--gap-3) var(--gap-3) 0;
  position: relative;
}
.place {
  font-size: var(--text-small);
  color: var(--soft);
  text-align: right;
  padding-right: var(--gap-3);
  border-right: 3px solid var(--line);
  overflow: hidden;
  text-overflow: ellipsis;
}
.cited {
  display: block;
  color: var(--accent-deep);
  font-weight: 600;
}
.edited .place {
  border-right-color: var(--accent);
}
.excluded .text {
  color: var(--faint);
  text-decoration: line-through;
  text-decoration-color: var(--line-strong);
}
.text {
  font: var(--text-read) / 1.55 var(--serif);
  overflow-wrap: anywhere;
}
.text + .text {
  margin-top: 0.4em;
}
.target {
  background: var(--sky);
  border-radius: 6px;
}
.target .place {
  border-right-color: var(--sky-deep);
  color: var(--sky-deep);
  font-weight: 700;
}
.state {
  color: var(--soft);
  margin-top: var(--gap-1);
}
.was {
  border-left: 2px solid var(--line-strong);
  padding-left: var(--gap-3);
  margin-top: var(--gap-2);
  color: var(--soft);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
  align-items: center;
  margin: var(--gap-1) 0 0 calc(-1 * var(--gap-2));
}
.acts.shown {
  gap: var(--gap-2);
  margin-left: 0;
}
.cut {
  display: block;
  width: 100%;
  border: 0;
  background: none;
  padding: 3px 0;
  cursor: pointer;
  text-align: left;
  color: var(--accent-deep);
  font-size: var(--text-small);
}
.cut span {
  border-top: 1px dashed var(--accent);
  display: block;
  padding-top: 2px;
}
.cut:hover,
.cut:focus-visible {
  background: var(--accent-wash);
}
/* With a pointer, what can be done shows under the passage one is at, in the gap before the next: the page stays a text. */
@media (hover: hover) {
  .acts:not(.shown) {
    position: absolute;
    z-index: 1;
    right: 8px;
    bottom: -13px;
    margin: 0;
    border-radius: 6px;
    background: var(--paper);
    opacity: 0;
    pointer-events: none;
  }
  .band:hover .acts:not(.shown),
  .band:focus-within .acts:not(.shown) {
    opacity: 1;
    pointer-events: auto;
  }
}
@media (width < 720px) {
  .band {
    grid-template-columns: 1fr;
    gap: 2px;
  }
  .place {
    text-align: left;
    border-right: 0;
  }
}
</style>
