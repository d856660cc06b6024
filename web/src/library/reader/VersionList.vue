<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, onMounted, ref, watch } from 'vue'
import type { Source, SourceVersion, VersionDiff } from '@parrot/contract'
import { get, post, wordsFor } from '../../api/client'
import LoadingNote from '../../shared/LoadingNote.vue'
import { tell, tellFailure } from '../../shared/undo'
import { moment, plural } from '../../shared/when'
import VersionChanges from './VersionChanges.vue'

/** Every version of a source: how it came to be, what changed in it, and the way back to it. */
const props = defineProps<{ source: Source }>()
const versions = ref<SourceVersion[]>()
const error = ref('')
const open = ref<number>()
const diff = ref<VersionDiff>()

const WORDS = {
  added: 'added',
  replaced: 'a newer version was given',
  refreshed: 'fetched again',
  edited: 'changed by hand',
  cut: 'cut another way',
} as const
const STATES = { new: 'new', changed: 'changed', same: 'as it was', gone: 'gone', failed: 'not read' } as const

async function load(): Promise<void> {
  try {
    versions.value = (await get<{ versions: SourceVersion[] }>(`/api/sources/${props.source.id}/versions`)).versions
    error.value = ''
  } catch (problem) {
    error.value = wordsFor(problem)
  }
}
onMounted(load)
watch(() => [props.source.version, props.source.status], load)

const before = (version: SourceVersion) =>
  versions.value?.find((each) => each.number < version.number && each.status === 'ready')

async function compare(version: SourceVersion): Promise<void> {
  const from = before(version)
  if (!from || open.value === version.number) {
    open.value = undefined
    return
  }
  open.value = version.number
  diff.value = undefined
  try {
    diff.value = await get<VersionDiff>(`/api/sources/${props.source.id}/diff?from=${from.number}&to=${version.number}`)
  } catch (problem) {
    tellFailure(problem)
  }
}

async function answerWith(version: SourceVersion): Promise<void> {
  const now = versions.value?.find((each) => each.answers)
  const choose = (id: string) => post(`/api/sources/${props.source.id}/answer-with`, { versionId: id }).then(load)
  try {
    await choose(version.id)
    tell(`Version ${version.number} answers now.`, now ? () => choose(now.id) : undefined)
  } catch (problem) {
    tellFailure(problem)
  }
}
const changedPages = computed(
  () => (version: SourceVersion) => (version.pages ?? []).filter((page) => page.state !== 'same'),
)
</script>

<template>
  <div class="versions">
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <LoadingNote v-else-if="!versions" />
    <ol v-else>
      <li v-for="version in versions" :key="version.id" :class="{ answers: version.answers }">
        <div class="line">
          <b class="number">Version {{ version.number }}</b>
          <span>{{ WORDS[version.because] }}</span>
          <span class="soft small">{{ moment(version.createdAt) }}</span>
          <span v-if="version.status === 'ready'" class="soft small number"
            >{{ plural(version.passages, 'passage') }}, {{ plural(version.characters, 'character') }}</span
          >
          <span v-else class="soft small">{{ version.status }}</span>
          <span class="end">
            <b v-if="version.answers" class="small now">answers now</b>
            <ElButton v-else-if="version.status === 'ready'" size="small" @click="answerWith(version)">
              Let it answer
            </ElButton>
            <ElButton
              v-if="version.status === 'ready' && before(version)"
              text
              size="small"
              :aria-expanded="open === version.number"
              @click="compare(version)"
            >
              {{ open === version.number ? 'Hide what changed' : 'What changed' }}
            </ElButton>
          </span>
        </div>
        <p v-if="version.lostEdits" class="small lost">
          {{ plural(version.lostEdits, 'change') }} by hand found no place in it: the text is another one there.
        </p>
        <ul v-if="version.pages && version.pages.length && version.because !== 'edited'" class="pages">
          <li v-for="page in changedPages(version).slice(0, 12)" :key="page.url" class="small" :data-state="page.state">
            <b>{{ STATES[page.state] }}</b> {{ page.title || page.url }}
            <span class="soft">{{ page.problem ?? '' }}</span>
          </li>
          <li v-if="changedPages(version).length > 12" class="small soft">
            and {{ changedPages(version).length - 12 }} more
          </li>
        </ul>
        <VersionChanges v-if="open === version.number && diff" :diff="diff" />
        <p v-else-if="open === version.number" class="soft small">Comparing…</p>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.versions {
  max-width: 900px;
  margin: 0 auto;
  padding: var(--gap-4) var(--gap-5) var(--gap-7);
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
ol > li {
  border-top: 1px solid var(--line);
  padding: var(--gap-3) 0 var(--gap-3) var(--gap-3);
  border-left: 3px solid transparent;
}
ol > li.answers {
  border-left-color: var(--accent);
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-1) var(--gap-3);
  align-items: center;
}
.end {
  margin-left: auto;
  display: flex;
  gap: var(--gap-2);
  align-items: center;
}
.now {
  color: var(--accent-deep);
}
.lost,
.pages {
  list-style: none;
  margin: var(--gap-2) 0 0;
  padding: 0;
}
.pages b {
  display: inline-block;
  min-width: 74px;
  font-weight: 600;
}
.pages [data-state='gone'] b,
.pages [data-state='failed'] b {
  color: var(--brick);
}
</style>
