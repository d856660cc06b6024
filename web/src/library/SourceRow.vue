<script setup lang="ts">
import { ElButton, ElProgress } from 'element-plus'
import { computed } from 'vue'
import type { Source } from '@parrot/contract'
import StateMark from '../shared/StateMark.vue'
import { useFilePick } from '../shared/pick'
import { ago, dayOf, percent, plural } from '../shared/when'

/** One source: what it is, how its reading stands, and what can be done with it. */
const props = defineProps<{ source: Source; isOpen: boolean; twin?: Source }>()
const emit = defineEmits<{
  open: []
  /** Of two near-duplicates, takes the other one out. */
  keepOnly: [out: Source]
  remove: []
  act: [action: 'retry' | 'cancel' | 'refresh']
  allow: []
  version: [file: File]
}>()

const KINDS = { file: 'File', page: 'Web page', site: 'Website', note: 'Note', pairs: 'Pairs' } as const
const WORDS = {
  queued: 'waiting',
  reading: 'being read',
  indexing: 'being indexed',
  ready: 'ready',
  failed: 'failed',
} as const
const mark = computed(() =>
  props.source.status === 'ready' ? 'fine' : props.source.status === 'failed' ? 'failed' : 'waiting',
)
const today = new Date().toISOString().slice(0, 10)
/** When it does not answer today, why not. */
const rest = computed(() => {
  const { validFrom, validUntil } = props.source
  if (validFrom && validFrom > today) return `answers from ${dayOf(validFrom)}`
  if (validUntil && validUntil < today) return `has not answered since ${dayOf(validUntil)}`
  return ''
})
/** How its reading stands, what it holds, and where it is from, in one line. */
const meta = computed(() => {
  const { source } = props
  const share = isBusy.value && source.progress > 0 ? `, ${percent(source.progress)}` : ''
  return [
    source.status === 'ready' ? '' : WORDS[source.status] + share,
    source.version > 0 ? plural(source.passages, 'passage') : '',
    source.version > 1 ? `version ${source.version}` : '',
    source.version > 0 ? ago(source.changedAt) : '',
    source.origin === source.title ? KINDS[source.kind] : source.origin,
  ]
    .filter(Boolean)
    .join(' · ')
})
const isBusy = computed(() => mark.value === 'waiting')

const pickVersion = useFilePick(([file]) => file && emit('version', file))
</script>

<template>
  <li
    class="row"
    :class="{ open: isOpen, noted: twin || source.lostEdits > 0 }"
    :data-source="source.origin"
    :data-status="source.status"
  >
    <button type="button" class="main" :disabled="source.version === 0" @click="$emit('open')">
      <span class="title">{{ source.title }}</span>
      <span v-if="source.description" class="meta about">{{ source.description }}</span>
      <span class="meta"
        ><StateMark :state="mark" /><span v-if="source.status === 'ready'" class="sr">ready</span> {{ meta }}</span
      >
    </button>
    <ElProgress
      v-if="isBusy"
      class="bar"
      :percentage="source.progress * 100"
      :show-text="false"
      :stroke-width="5"
      :aria-label="`Reading ${source.title}`"
    />
    <p v-if="source.status === 'failed'" class="why">
      {{ source.error }} <span class="advice">{{ source.advice }}</span>
      <template v-if="source.version > 0"> Version {{ source.version }} still answers.</template>
    </p>
    <p v-if="rest || source.tags.length || source.weight !== 1 || source.agents > 1" class="marks">
      <span v-if="rest" class="rest">{{ rest }}</span>
      <span v-if="source.weight !== 1" :title="`Its scores count ${source.weight} times`">{{
        source.weight > 1 ? 'heavier' : 'lighter'
      }}</span>
      <span v-if="source.agents > 1">used by {{ source.agents }} agents</span>
      <span v-for="tag in source.tags" :key="tag" class="tag">{{ tag }}</span>
    </p>
    <p v-if="source.lostEdits" class="why">
      {{ plural(source.lostEdits, 'change') }} by hand found no place in this version. See its versions.
    </p>
    <p v-if="source.alike && twin" class="twin">
      {{ percent(source.alike.share) }} the same as “{{ twin.title }}”.
      <ElButton size="small" @click="$emit('keepOnly', twin)">Keep only this one</ElButton>
      <ElButton size="small" @click="$emit('keepOnly', source)">Keep only the other</ElButton>
    </p>
    <div class="acts">
      <ElButton v-if="source.hostToAllow && source.status === 'failed'" size="small" @click="$emit('allow')">
        Allow {{ source.hostToAllow }} and try again
      </ElButton>
      <ElButton v-else-if="source.status === 'failed'" size="small" @click="$emit('act', 'retry')">
        Try again
      </ElButton>
      <ElButton v-if="isBusy" text size="small" @click="$emit('act', 'cancel')">Cancel</ElButton>
      <ElButton v-if="source.kind === 'file' && !isBusy" text size="small" @click="pickVersion">
        Newer version
      </ElButton>
      <ElButton
        v-if="(source.kind === 'page' || source.kind === 'site') && source.status === 'ready'"
        text
        size="small"
        @click="$emit('act', 'refresh')"
      >
        Fetch again
      </ElButton>
      <ElButton type="danger" text size="small" @click="$emit('remove')">Remove</ElButton>
    </div>
  </li>
</template>

<style scoped>
.row {
  position: relative;
  border-top: 1px solid var(--line);
  padding: var(--gap-2) var(--gap-3) var(--gap-2) var(--gap-3);
  margin: 0 calc(-1 * var(--gap-3)) 0 calc(-1 * var(--gap-3));
  border-left: 3px solid transparent;
}
.row.open {
  background: var(--sheet);
  border-left-color: var(--accent);
}
.main {
  display: grid;
  gap: 1px;
  width: 100%;
  text-align: left;
  background: none;
  border: 0;
  padding: 0;
  color: inherit;
  cursor: pointer;
}
.main:disabled {
  cursor: default;
}
.title {
  font: 600 var(--text-read) / 1.3 var(--serif);
  overflow-wrap: anywhere;
}
.main:hover:not(:disabled) .title {
  text-decoration: underline;
  text-decoration-color: var(--accent);
}
.meta {
  font-size: var(--text-small);
  color: var(--soft);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.about {
  color: var(--ink);
}
.marks {
  display: flex;
  flex-wrap: wrap;
  gap: 2px var(--gap-3);
  font-size: var(--text-small);
  color: var(--soft);
}
.rest {
  color: var(--warm);
  font-weight: 600;
}
.tag::before {
  content: '#';
  color: var(--faint);
}
.twin {
  background: var(--warm-wash);
  border-radius: 6px;
  padding: var(--gap-2) var(--gap-3);
  margin-top: var(--gap-1);
  font-size: var(--text-ui);
}
.twin .el-button {
  margin: var(--gap-1) var(--gap-2) 0 0;
}
.bar {
  width: 100%;
  height: 6px;
}
.why {
  font-size: var(--text-ui);
  color: var(--brick);
  margin-top: var(--gap-1);
  overflow-wrap: anywhere;
}
.advice {
  color: var(--ink);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
  margin-left: calc(-1 * var(--gap-2));
}
.row[data-status='failed'] .acts {
  margin: var(--gap-1) 0 3px;
}
/* With a pointer, what can be done with a source that is well shows when one is at it: the list stays calm. */
@media (hover: hover) {
  .row[data-status='ready']:not(.noted) .acts {
    position: absolute;
    right: 4px;
    bottom: 4px;
    background: linear-gradient(to right, transparent, var(--paper) 14px);
    padding-left: var(--gap-4);
    opacity: 0;
    transition: opacity var(--quick);
  }
  .row.open .acts {
    background: linear-gradient(to right, transparent, var(--sheet) 14px);
  }
  .row:hover .acts,
  .row:focus-within .acts {
    opacity: 1;
  }
}
</style>
