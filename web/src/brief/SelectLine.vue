<script setup lang="ts">
import { computed } from 'vue'
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
  <div class="select" :class="{ drafted: store.isDrafted(path) }" :data-field="path">
    <span class="label">{{ label }}</span>
    <div class="choices">
      <select
        class="field"
        :aria-label="about"
        :value="value"
        @change="store.setAt(path, ($event.target as HTMLSelectElement).value || null)"
      >
        <option v-for="[key, text] in options" :key="key" :value="key">{{ text }}</option>
      </select>
      <slot />
      <span v-if="help" class="small soft">{{ help }}</span>
    </div>
  </div>
</template>

<style scoped>
.select {
  display: grid;
  grid-template-columns: 128px minmax(0, 1fr);
  gap: 14px;
  align-items: center;
  padding: 7px 0;
}
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  min-width: 0;
}
.field {
  width: auto;
  max-width: 100%;
  padding: 5px 8px;
}
</style>
