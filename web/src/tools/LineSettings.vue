<script setup lang="ts">
import { ElInputTag } from 'element-plus'

/** A few short words of a tool, each for itself: whom mails may go to, which sites are searched. */
defineProps<{ label: string; placeholder: string; none: string }>()
const lines = defineModel<string[] | undefined>()
</script>

<template>
  <div class="form-line">
    <span class="label">{{ label }}</span>
    <div>
      <ElInputTag
        :model-value="lines ?? []"
        :placeholder="placeholder"
        :aria-label="label"
        @update:model-value="lines = $event"
      />
      <p v-if="!lines?.length" class="soft small">{{ none }}</p>
    </div>
  </div>
</template>
