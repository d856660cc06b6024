<script setup lang="ts">
import { ElSwitch } from '../design/elements'

/** What can be done with one entry of a list: move, double, remove, switch off. */
defineProps<{ name: string; at: number; count: number; enabled?: boolean }>()
defineEmits<{ move: [by: number]; duplicate: []; remove: []; enable: [on: boolean] }>()
</script>

<template>
  <div class="acts">
    <slot />
    <button
      type="button"
      class="act"
      :disabled="at === 0"
      :aria-label="`Move ${name} ${at + 1} up`"
      title="Move up (Alt+↑)"
      @click="$emit('move', -1)"
    >
      ↑
    </button>
    <button
      type="button"
      class="act"
      :disabled="at === count - 1"
      :aria-label="`Move ${name} ${at + 1} down`"
      title="Move down (Alt+↓)"
      @click="$emit('move', 1)"
    >
      ↓
    </button>
    <button type="button" class="act" :aria-label="`Duplicate ${name} ${at + 1}`" @click="$emit('duplicate')">
      Duplicate
    </button>
    <button type="button" class="act" :aria-label="`Remove ${name} ${at + 1}`" @click="$emit('remove')">Remove</button>
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
.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 8px;
  margin-top: 3px;
}
.act,
.acts :slotted(button) {
  background: none;
  border: 0;
  font: 600 13px var(--sans);
  color: var(--soft);
  cursor: pointer;
  padding: 3px 4px;
  border-radius: 4px;
}
.act:hover:not(:disabled),
.acts :slotted(button:hover) {
  background: var(--paper-deep);
  color: var(--ink);
}
.act:disabled {
  opacity: 0.3;
  cursor: default;
}
</style>
