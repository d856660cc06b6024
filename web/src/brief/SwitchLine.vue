<script setup lang="ts">
import { computed } from 'vue'
import { ElSwitch } from 'element-plus'
import { useBrief } from './briefStore'

/** A yes-or-no field of the brief, named by its path, with what each position means. */
const props = defineProps<{ label: string; path: string; on: string; off: string }>()
const store = useBrief()
const isOn = computed(() => store.valueAt(props.path) === true)
</script>

<template>
  <div class="brief-line" :class="{ drafted: store.isDrafted(path) }" :data-field="path">
    <span class="label">{{ label }}</span>
    <div class="acts">
      <ElSwitch :model-value="isOn" :aria-label="label" @update:model-value="store.setAt(path, $event === true)" />
      <span class="small soft">{{ isOn ? on : off }}</span>
    </div>
  </div>
</template>

<style scoped>
.acts {
  flex-wrap: nowrap;
}
</style>
