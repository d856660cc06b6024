<script setup lang="ts">
import { computed } from 'vue'
import { pagesUnder, type PageNode } from './pageTree'

/** One branch of a site's pages, to be ticked: a page, a folder, or both. */
const props = defineProps<{ node: PageNode; picked: ReadonlySet<string> }>()
const emit = defineEmits<{ pick: [urls: readonly string[], isPicked: boolean] }>()

const urls = computed(() => pagesUnder(props.node).map((page) => page.url))
const chosen = computed(() => urls.value.filter((url) => props.picked.has(url)).length)
const isAll = computed(() => urls.value.length > 0 && chosen.value === urls.value.length)
const size = (characters: number) => (characters < 1000 ? `${characters}` : `${Math.round(characters / 100) / 10} k`)
</script>

<template>
  <li>
    <label class="page" :class="{ unread: urls.length === 0 }">
      <input
        type="checkbox"
        :checked="isAll"
        :indeterminate.prop="chosen > 0 && !isAll"
        :disabled="urls.length === 0"
        @change="emit('pick', urls, !isAll)"
      />
      <span class="name">
        {{ node.page?.title || node.name }}
        <span class="soft small">{{ node.name }}</span>
      </span>
      <span v-if="node.page?.problem" class="small why">{{ node.page.problem }}</span>
      <span v-else-if="node.page" class="soft small number" :title="`${node.page.characters} characters of text`">{{
        size(node.page.characters)
      }}</span>
      <span v-else class="soft small number">{{ urls.length }} pages</span>
    </label>
    <ul v-if="node.children.length">
      <PageBranch
        v-for="child in node.children"
        :key="child.name"
        :node="child"
        :picked="picked"
        @pick="(all, isPicked) => emit('pick', all, isPicked)"
      />
    </ul>
  </li>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0 0 0 9px;
  padding: 0 0 0 14px;
  border-left: 1px solid var(--line);
}
.page {
  display: flex;
  gap: 9px;
  align-items: baseline;
  padding: 3px 6px;
  border-radius: 5px;
}
.page:hover {
  background: var(--paper-deep);
}
.name {
  flex: 1;
  min-width: 0;
  overflow-wrap: anywhere;
}
.why {
  color: var(--brick);
  max-width: 50%;
}
.unread .name {
  color: var(--faint);
}
</style>
