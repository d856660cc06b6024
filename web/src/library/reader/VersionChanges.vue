<script setup lang="ts">
import { computed } from 'vue'
import { diffArrays } from 'diff'
import type { VersionDiff } from '@parrot/contract'
import { plural } from '../../shared/when'

/** What changed between two versions: what went at the left, what came at the right, changed words marked. */
const props = defineProps<{ diff: VersionDiff }>()

interface Side {
  readonly text: string
  readonly isMarked: boolean
}
/** Two texts in pieces, those that only one of them has marked. */
function sides(before: string, now: string): { before: Side[]; now: Side[] } {
  // By what stands between spaces, so that "£3.50" is one word.
  const parts = diffArrays(before.split(/(\s+)/), now.split(/(\s+)/))
  const side = (left: 'added' | 'removed', mark: 'added' | 'removed') =>
    parts.filter((part) => !part[left]).map((part) => ({ text: part.value.join(''), isMarked: part[mark] }))
  return { before: side('added', 'removed'), now: side('removed', 'added') }
}
const rows = computed(() =>
  props.diff.changes.flatMap((change) =>
    change.kind === 'same'
      ? [{ same: change.passages, before: [], now: [] }]
      : Array.from({ length: Math.max(change.before.length, change.now.length) }, (_, at) => ({
          same: 0,
          ...sides(change.before[at] ?? '', change.now[at] ?? ''),
        })),
  ),
)
const isSame = computed(() => rows.value.every((row) => row.same > 0))
</script>

<template>
  <div class="changes" role="table" :aria-label="`From version ${diff.from} to version ${diff.to}`">
    <p v-if="isSame" class="soft small">No passage changed.</p>
    <template v-for="(row, n) in rows" v-else :key="n">
      <p v-if="row.same" class="same small">{{ plural(row.same, 'passage') }} as before</p>
      <div v-else class="row" role="row">
        <p role="cell" class="side">
          <template v-for="(part, m) in row.before" :key="m"
            ><del v-if="part.isMarked">{{ part.text }}</del
            ><template v-else>{{ part.text }}</template></template
          >
          <span v-if="row.before.length === 0" class="soft small">not there</span>
        </p>
        <p role="cell" class="side">
          <template v-for="(part, m) in row.now" :key="m"
            ><ins v-if="part.isMarked">{{ part.text }}</ins
            ><template v-else>{{ part.text }}</template></template
          >
          <span v-if="row.now.length === 0" class="soft small">gone</span>
        </p>
      </div>
    </template>
  </div>
</template>

<style scoped>
.changes {
  margin-top: var(--gap-3);
}
.same {
  text-align: center;
  color: var(--faint);
  padding: 3px;
}
.row {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-4);
  border-top: 1px dotted var(--line-strong);
  padding: var(--gap-2) 0;
}
.side {
  font: var(--text-body) / 1.5 var(--serif);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
del {
  background: var(--brick-wash);
  text-decoration-thickness: 1px;
}
ins {
  background: var(--straw);
  text-decoration: none;
}
</style>
