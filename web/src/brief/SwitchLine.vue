<script setup lang="ts">
import { computed } from 'vue'
import { ElSwitch } from '../design/elements'
import { useBrief } from './briefStore'

/** A yes-or-no field of the brief, named by its path, with what each position means. */
const props = defineProps<{ label: string; path: string; on: string; off: string }>()
const store = useBrief()
const isOn = computed(() => store.valueAt(props.path) === true)
</script>

<template>
  <div class="switch" :class="{ drafted: store.isDrafted(path) }" :data-field="path">
    <span class="label">{{ label }}</span>
    <ElSwitch :model-value="isOn" :aria-label="label" @update:model-value="store.setAt(path, $event === true)" />
    <span class="small soft">{{ isOn ? on : off }}</span>
  </div>
</template>

<style scoped>
.switch {
  display: grid;
  grid-template-columns: 128px auto 1fr;
  gap: 14px;
  align-items: center;
  padding: 7px 0;
}
</style>
