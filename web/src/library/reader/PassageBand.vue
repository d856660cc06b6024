<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, ref } from 'vue'
import type { Passage, PassageEdit } from '@parrot/contract'
import { plural } from '../../shared/when'
import PassageCorrection from './PassageCorrection.vue'
import PassageSplit from './PassageSplit.vue'

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
const lines = computed(() => props.passage.text.split('\n'))

function send(change: Change): void {
  mode.value = 'read'
  emit('edit', change)
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
      <PassageCorrection
        v-if="mode === 'correct'"
        :text="passage.text"
        @keep="send({ kind: 'correct', text: $event })"
        @leave="mode = 'read'"
      />
      <PassageSplit
        v-else-if="mode === 'split'"
        :text="passage.text"
        @split="send({ kind: 'split', at: $event })"
        @leave="mode = 'read'"
      />
      <template v-else>
        <p v-for="(line, n) in lines" :key="n" class="text" dir="auto">
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
            <ElButton text size="small" :disabled="isBusy" @click="mode = 'correct'">Correct</ElButton>
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
  grid-template-columns: var(--place-width, 92px) minmax(0, 1fr);
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
/* With a pointer, what can be done shows under the passage one is at, in the gap before the next: the page stays a text. */
@media (hover: hover) {
  .acts {
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
  .band:hover .acts,
  .band:focus-within .acts {
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
