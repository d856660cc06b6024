<script setup lang="ts">
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
      <textarea
        v-model="text"
        class="field"
        rows="3"
        maxlength="2000"
        aria-label="What the model is told of earlier turns"
        @keydown.esc.stop="isWriting = false"
      />
      <button class="btn small main">Tell it this</button>
      <button type="button" class="btn small" @click="isWriting = false">Cancel</button>
    </form>
    <p v-else>
      {{ memory.summary?.text ?? memory.earlier?.lines.join('; ') }}
      <button type="button" class="btn quiet small" @click="begin">Say it better</button>
      <button v-if="memory.summary" type="button" class="btn quiet small" @click="emit('write', '')">
        Back to its own summary
      </button>
    </p>
  </div>
</template>

<style scoped>
.earlier {
  margin-top: 10px;
  max-width: 76ch;
}
.label {
  margin-right: 8px;
}
.field {
  width: 100%;
  display: block;
  margin: 4px 0 6px;
}
form .btn {
  margin-right: 6px;
}
</style>
