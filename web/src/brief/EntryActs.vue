<script setup lang="ts">
import { ElButton, ElSwitch } from 'element-plus'

/** What can be done with one entry of a list: move, double (unless there is one of it only), remove, switch off. */
defineProps<{ name: string; at: number; count: number; enabled?: boolean; isOnce?: boolean }>()
defineEmits<{ move: [by: number]; duplicate: []; remove: []; enable: [on: boolean] }>()
</script>

<template>
  <div class="entry-acts">
    <slot />
    <ElButton
      text
      size="small"
      :disabled="at === 0"
      :aria-label="`Move ${name} ${at + 1} up`"
      title="Move up (Alt+↑)"
      @click="$emit('move', -1)"
      >↑</ElButton
    >
    <ElButton
      text
      size="small"
      :disabled="at === count - 1"
      :aria-label="`Move ${name} ${at + 1} down`"
      title="Move down (Alt+↓)"
      @click="$emit('move', 1)"
      >↓</ElButton
    >
    <ElButton v-if="!isOnce" text size="small" :aria-label="`Duplicate ${name} ${at + 1}`" @click="$emit('duplicate')"
      >Duplicate</ElButton
    >
    <ElButton text size="small" :aria-label="`Remove ${name} ${at + 1}`" @click="$emit('remove')">Remove</ElButton>
    <template v-if="enabled !== undefined">
      <ElSwitch
        :model-value="enabled"
        size="small"
        :aria-label="`${name[0]!.toUpperCase()}${name.slice(1)} ${at + 1} is on`"
        @update:model-value="$emit('enable', $event === true)"
      />
      <span class="small soft">{{ enabled ? 'on' : 'off' }}</span>
    </template>
  </div>
</template>

<style scoped>
.entry-acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 var(--gap-1);
  margin: var(--gap-0) 0 0 calc(var(--acts-indent, 0px) - var(--gap-2));
}
.entry-acts :deep(.el-button) {
  min-height: 24px;
  padding: 3px var(--gap-2);
  color: var(--soft);
}
.el-switch {
  margin-left: var(--gap-1);
}
@media (width < 720px) {
  .entry-acts {
    margin-left: calc(-1 * var(--gap-2));
  }
}
</style>
