<script setup lang="ts">
import { computed } from 'vue'
import ChoiceField from '../shared/ChoiceField.vue'
import { useBrief } from './briefStore'

/** A field of the brief, named by its path, that takes one of a few values; "" stands for none of them. */
const props = defineProps<{
  label: string
  path: string
  /** What is chosen here, for those who do not see what stands around it. */
  about: string
  options: readonly (readonly [value: string, text: string])[]
  help?: string
}>()
const store = useBrief()
const value = computed(() => String(store.valueAt(props.path) ?? ''))
</script>

<template>
  <div class="brief-line" :class="{ drafted: store.isDrafted(path) }" :data-field="path">
    <span class="label">{{ label }}</span>
    <div class="acts">
      <ChoiceField
        class="choice"
        :about="about"
        :options="options"
        :model-value="value"
        @update:model-value="store.setAt(path, $event || null)"
      />
      <slot />
      <span v-if="help" class="small soft">{{ help }}</span>
    </div>
  </div>
</template>

<style scoped>
.choice {
  width: min(100%, 480px);
}
</style>
