<script setup lang="ts">
import { ElConfigProvider } from 'element-plus'
import NoticeBar from './shared/NoticeBar.vue'
import { useKeys } from './shared/keys'
import { undoable, undoNotice } from './shared/undo'

useKeys({ u: () => undoable.value && void undoNotice(undoable.value.id) })
</script>

<template>
  <ElConfigProvider :button="{ autoInsertSpace: false }">
    <RouterView />
    <NoticeBar />
  </ElConfigProvider>
</template>
