<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { ElRadio, ElRadioGroup } from 'element-plus'
import type { Brief } from '@parrot/contract'
import { get } from '../../api/client'
import EmptyNote from '../../shared/EmptyNote.vue'
import LoadingNote from '../../shared/LoadingNote.vue'
import { useLoaded } from '../../shared/load'
import { plural } from '../../shared/when'

/** Begins with a whole brief of one of the usual kinds. */
interface Template {
  readonly id: string
  readonly title: string
  readonly summary: string
  readonly scripts: number
  readonly brief: Brief
}
const emit = defineEmits<{ chosen: [id: string, brief: Brief] }>()
const { data, error, load } = useLoaded(() => get<{ templates: Template[] }>('/api/templates'))
const chosen = ref<string>()
onMounted(load)

function choose(id: string): void {
  const template = data.value?.templates.find((each) => each.id === id)
  if (template) emit('chosen', id, template.brief)
}
</script>

<template>
  <EmptyNote v-if="error" tone="failed" title="The templates could not be loaded" :text="error" />
  <LoadingNote v-else-if="!data" />
  <ElRadioGroup v-else v-model="chosen" class="templates" aria-label="Template" @change="choose(String($event))">
    <ElRadio v-for="each in data.templates" :key="each.id" :value="each.id" class="template">
      <strong>{{ each.title }}</strong>
      <span>{{ each.summary }}</span>
      <em class="small soft">{{ plural(each.scripts, 'script') }}</em>
    </ElRadio>
  </ElRadioGroup>
</template>

<style scoped>
.templates {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 var(--gap-4);
  align-items: start;
}
.template {
  padding: var(--gap-2) 0;
  border-bottom: 1px solid var(--line);
}
.template :deep(.el-radio__label) {
  display: grid;
  gap: var(--gap-0);
}
strong {
  font: 600 var(--text-read) var(--serif);
}
em {
  font-style: normal;
}
@media (width < 720px) {
  .templates {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
