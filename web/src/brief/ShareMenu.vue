<script setup lang="ts">
import { ElButton, ElDropdown, ElDropdownItem, ElDropdownMenu } from 'element-plus'

/** Where a rule is moved so that several agents use it: the sets there are, or a new one. */
defineProps<{ targets: readonly { id: string; words: string }[] }>()
defineEmits<{ share: [into: string] }>()
</script>

<template>
  <ElDropdown trigger="click" @command="$emit('share', String($event))">
    <ElButton text size="small" title="Move this rule to a set that several agents use">Share</ElButton>
    <template #dropdown>
      <ElDropdownMenu>
        <ElDropdownItem v-for="target in targets" :key="target.id" :command="target.id"
          >to {{ target.words }}</ElDropdownItem
        >
      </ElDropdownMenu>
    </template>
  </ElDropdown>
</template>
