<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { ElButton, ElInput } from 'element-plus'

/** Corrects the text of a passage by hand. */
const props = defineProps<{ text: string }>()
const emit = defineEmits<{ keep: [text: string]; leave: [] }>()
const draft = ref(props.text)
const field = ref<InstanceType<typeof ElInput>>()
onMounted(() => field.value?.focus())

function keep(): void {
  if (draft.value.trim() === props.text) emit('leave')
  else emit('keep', draft.value)
}
</script>

<template>
  <ElInput
    ref="field"
    v-model="draft"
    type="textarea"
    class="text"
    :rows="5"
    aria-label="Text of the passage"
    maxlength="20000"
    @keydown.ctrl.enter.prevent="keep"
    @keydown.meta.enter.prevent="keep"
    @keydown.esc.stop="emit('leave')"
  />
  <p class="acts">
    <ElButton type="primary" size="small" :disabled="draft.trim() === ''" @click="keep">Keep</ElButton>
    <ElButton text size="small" @click="emit('leave')">Leave it</ElButton>
    <span class="small soft"><kbd>Ctrl</kbd> <kbd>Enter</kbd> keeps, <kbd>Esc</kbd> leaves</span>
  </p>
</template>

<style scoped>
.text {
  font: var(--text-read) / 1.55 var(--serif);
}
.acts {
  margin-top: var(--gap-1);
}
</style>
