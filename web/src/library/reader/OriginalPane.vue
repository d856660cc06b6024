<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, ref, watch } from 'vue'
import type { Locator, Source } from '@parrot/contract'

/** The original beside what was read of it: a page of a PDF as a picture, anything made of text as it came. */
const props = defineProps<{ source: Source; at: Locator | undefined }>()

const isPdf = computed(() => /\.pdf$/i.test(props.source.origin))
const isText = computed(
  () =>
    props.source.kind !== 'file' ||
    /\.(?:x?html?|txt|md|markdown|csv|tsv|srt|vtt|jsonl?|ics|eml|log)$/i.test(props.source.origin),
)
const page = ref(1)
const hasFailed = ref(false)
watch(
  () => props.at,
  (at) => {
    if (at?.kind === 'page') page.value = at.page
  },
  { immediate: true },
)
watch(page, () => (hasFailed.value = false))

/** The page of a site that a passage stands on. */
const pageUrl = computed(() =>
  props.source.kind === 'site' && props.at?.kind === 'heading' ? props.at.anchor.replace(/#.*$/, '') : undefined,
)
const version = computed(() => `v=${props.source.version}`)
const address = computed(
  () =>
    `/api/sources/${props.source.id}/original?${version.value}${pageUrl.value ? `&page=${encodeURIComponent(pageUrl.value)}` : ''}`,
)
const picture = computed(() => `/api/sources/${props.source.id}/pages/${page.value}?width=900&${version.value}`)
</script>

<template>
  <aside class="original" aria-label="Original">
    <template v-if="isPdf">
      <p class="turn">
        <ElButton text size="small" :disabled="page <= 1" @click="page--">‹ Page before</ElButton>
        <span class="number">page {{ page }}</span>
        <ElButton text size="small" :disabled="hasFailed" @click="page++">Next page ›</ElButton>
        <a class="small" :href="address">Download</a>
      </p>
      <p v-if="hasFailed" class="soft none">There is no page {{ page }}.</p>
      <img v-else :key="picture" :src="picture" :alt="`Page ${page} of ${source.title}`" @error="hasFailed = true" />
    </template>
    <template v-else-if="isText">
      <p class="turn">
        <span class="small soft">{{ pageUrl ?? source.origin }}, as it came; nothing in it runs.</span>
        <a class="small" :href="address" target="_blank" rel="noreferrer">Open alone</a>
      </p>
      <iframe
        :key="address"
        :src="address"
        sandbox=""
        referrerpolicy="no-referrer"
        :title="`Original of ${source.title}`"
      />
    </template>
    <p v-else class="soft none">
      A browser cannot show this kind of file. <a :href="address">Download {{ source.origin }}</a>
    </p>
  </aside>
</template>

<style scoped>
.original {
  position: sticky;
  top: calc(var(--pane-top) + 62px);
  align-self: start;
  height: calc(100dvh - var(--path-height) - var(--strip-height) - 74px);
  display: flex;
  flex-direction: column;
  border-left: 1px solid var(--line);
  min-width: 0;
  overflow: auto;
}
.turn {
  display: flex;
  gap: var(--gap-3);
  align-items: center;
  padding: var(--gap-2) var(--gap-3);
}
.turn a {
  margin-left: auto;
}
img {
  width: calc(100% - 24px);
  margin: 0 var(--gap-3) var(--gap-3);
  border: 1px solid var(--line);
  background: var(--page);
}
iframe {
  flex: 1;
  border: 0;
  border-top: 1px solid var(--line);
  background: var(--page);
}
.none {
  padding: var(--gap-5) var(--gap-4);
}
</style>
