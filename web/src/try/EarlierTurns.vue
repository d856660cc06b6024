<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
import { ref } from 'vue'
import type { Memory } from '@parrot/contract'

/** What the model is told of the turns it does not see, and a place to say it better. */
const props = defineProps<{ memory: Memory }>()
const emit = defineEmits<{ write: [text: string] }>()
const isWriting = ref(false)
const text = ref('')

function begin(): void {
  text.value = props.memory.summary?.text ?? (props.memory.earlier?.lines ?? []).join('; ')
  isWriting.value = true
}

function save(): void {
  emit('write', text.value)
  isWriting.value = false
}
</script>

<template>
  <div class="earlier small">
    <span class="label">Told of earlier turns</span>
    <form v-if="isWriting" @submit.prevent="save">
      <ElInput
        type="textarea"
        v-model="text"
        :rows="3"
        maxlength="2000"
        aria-label="What the model is told of earlier turns"
        @keydown.esc.stop="isWriting = false"
      />
      <ElButton native-type="submit" type="primary" size="small">Tell it this</ElButton>
      <ElButton size="small" @click="isWriting = false">Cancel</ElButton>
    </form>
    <p v-else>
      {{ memory.summary?.text ?? memory.earlier?.lines.join('; ') }}
      <ElButton text size="small" @click="begin">Say it better</ElButton>
      <ElButton v-if="memory.summary" text size="small" @click="emit('write', '')"> Back to its own summary </ElButton>
    </p>
  </div>
</template>

<style scoped>
.earlier {
  margin-top: var(--gap-3);
  max-width: 76ch;
}
.label {
  margin-right: var(--gap-2);
}
.el-textarea {
  margin: var(--gap-1) 0;
}
form .el-button {
  margin-right: var(--gap-2);
}
</style>
