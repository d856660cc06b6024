<script setup lang="ts">
import { ElButton, ElPopconfirm } from 'element-plus'
import type { Edition } from '@parrot/contract'
import { ago, moment, plural } from '../shared/when'

/** The editions that were published, the newest first; any of them can be the one visitors hear. */
defineProps<{ editions: readonly Edition[] }>()
defineEmits<{ live: [number: number | null] }>()
</script>

<template>
  <ol class="bare-list">
    <li v-for="edition in editions" :key="edition.number" :data-edition="edition.number">
      <div class="grow">
        <b>Edition {{ edition.number }}</b> <span v-if="edition.isLive" class="badge">✓ live</span>
        <p v-if="edition.summary">{{ edition.summary }}</p>
        <p class="small soft" :title="moment(edition.createdAt)">
          revision {{ edition.revision }}, {{ plural(edition.sources, 'source') }}, {{ ago(edition.createdAt) }}
        </p>
      </div>
      <ElButton v-if="!edition.isLive" size="small" @click="$emit('live', edition.number)">Make live</ElButton>
      <ElPopconfirm
        v-else
        title="Visitors will find nobody there until an edition is live again."
        confirm-button-text="Take it offline"
        cancel-button-text="Leave it"
        :width="260"
        hide-icon
        @confirm="$emit('live', null)"
      >
        <template #reference><ElButton type="danger" text size="small">Take offline</ElButton></template>
      </ElPopconfirm>
    </li>
  </ol>
</template>

<style scoped>
li {
  display: flex;
  gap: var(--gap-3);
  align-items: flex-start;
  padding: var(--gap-2) 0;
}
.badge {
  color: var(--accent-deep);
  font-weight: 700;
  font-size: var(--text-small);
  margin-left: var(--gap-1);
}
</style>
