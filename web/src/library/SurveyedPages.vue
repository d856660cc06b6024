<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { ElButton, ElTree } from 'element-plus'
import type { Survey } from '@parrot/contract'
import { count, plural } from '../shared/when'
import { pagesUnder, pageTree, type PageNode } from './pageTree'

/** The pages a survey has found, as a tree to tick: new ones are ticked unless they were unticked. */
const props = defineProps<{ survey: Survey; isWalking: boolean; isBusy: boolean }>()
const emit = defineEmits<{ stop: []; read: [urls: string[]] }>()

const tree = ref<InstanceType<typeof ElTree>>()
const unticked = ref(new Set<string>())
const ticked = ref<readonly string[]>([])

const readable = computed(() => props.survey.pages.filter((page) => page.problem === undefined).map(({ url }) => url))
const nodes = computed(() => pageTree(props.survey.pages))
const characters = computed(() =>
  props.survey.pages.filter(({ url }) => ticked.value.includes(url)).reduce((sum, page) => sum + page.characters, 0),
)

watch(
  readable,
  async (urls) => {
    await nextTick()
    setTicked(urls.filter((url) => !unticked.value.has(url)))
  },
  { immediate: true },
)

/** A page that holds others stands in the tree as their first leaf, so that each can be ticked alone. */
function setTicked(urls: readonly string[]): void {
  ticked.value = urls
  tree.value?.setCheckedKeys([...urls], true)
}
function onTick(): void {
  ticked.value = (tree.value?.getCheckedKeys(true) ?? []).map(String).filter((key) => readable.value.includes(key))
  unticked.value = new Set(readable.value.filter((url) => !ticked.value.includes(url)))
}
function toggleAll(): void {
  const isAll = ticked.value.length === readable.value.length
  unticked.value = new Set(isAll ? readable.value : [])
  setTicked(isAll ? [] : readable.value)
}

const SHAPE = {
  children: 'children',
  label: 'name',
  // The component asks of its own root too, which is no page.
  disabled: (node: unknown) => Array.isArray((node as PageNode).children) && pagesUnder(node as PageNode).length === 0,
} as const
const size = (characters: number) =>
  characters < 1000 ? count(characters) : `${count(Math.round(characters / 100) / 10)} k`
</script>

<template>
  <div class="found">
    <p class="acts" role="status">
      <template v-if="isWalking">
        Looking: {{ plural(survey.pages.length, 'page') }} so far, {{ survey.waiting }} more to look at.
        <ElButton text size="small" @click="$emit('stop')">That is enough</ElButton>
      </template>
      <template v-else>Found {{ plural(survey.pages.length, 'page') }}.</template>
      <ElButton v-if="readable.length > 1" text size="small" @click="toggleAll">
        {{ ticked.length < readable.length ? 'Tick all' : 'Untick all' }}
      </ElButton>
    </p>
    <ElTree
      ref="tree"
      class="tree"
      :data="nodes as never"
      :props="SHAPE"
      node-key="key"
      show-checkbox
      default-expand-all
      :expand-on-click-node="false"
      check-on-click-node
      aria-label="Pages of the website"
      @check="onTick"
    >
      <template #default="{ data }: { data: PageNode }">
        <span class="leaf" :class="{ unread: pagesUnder(data).length === 0 }">
          <span class="grow">
            {{ data.page?.title || data.name }} <span class="soft small">{{ data.name }}</span>
          </span>
          <span v-if="data.page?.problem" class="small wrong">{{ data.page.problem }}</span>
          <span v-else-if="data.page" class="soft small number" :title="`${data.page.characters} characters of text`">{{
            size(data.page.characters)
          }}</span>
          <span v-else class="soft small number">{{ plural(pagesUnder(data).length, 'page') }}</span>
        </span>
      </template>
    </ElTree>
    <p class="read">
      <ElButton
        type="primary"
        :disabled="isWalking || isBusy || ticked.length === 0"
        @click="emit('read', [...ticked])"
      >
        Read {{ plural(ticked.length, 'page') }}
      </ElButton>
      <span class="soft small number">about {{ plural(characters, 'character') }} of text</span>
    </p>
  </div>
</template>

<style scoped>
.tree {
  margin: var(--gap-2) 0 var(--gap-4);
  border-top: 1px solid var(--line);
  padding-top: var(--gap-1);
}
.leaf {
  flex: 1;
  min-width: 0;
  display: flex;
  gap: var(--gap-2);
  align-items: baseline;
  white-space: normal;
  padding-right: var(--gap-2);
}
.leaf .wrong {
  max-width: 50%;
}
.unread .grow {
  color: var(--faint);
}
.read {
  position: sticky;
  bottom: var(--strip-height);
  display: flex;
  gap: var(--gap-3);
  align-items: center;
  background: var(--paper);
  padding: var(--gap-2) 0;
  border-top: 1px solid var(--line);
}
</style>
