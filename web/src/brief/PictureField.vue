<script setup lang="ts">
import { ElButton } from 'element-plus'
import { call } from '../api/client'
import { useActing } from '../shared/acting'
import { useFilePick } from '../shared/pick'

/** A picture that answers show: uploaded here, and seen. */
const props = defineProps<{ agentId: string; image: string; alt: string; about: string }>()
const emit = defineEmits<{ change: [what: { image: string }] }>()
const { error, isBusy, act } = useActing()
const upload = useFilePick(
  ([file]) =>
    void act(async () => {
      const form = new FormData()
      form.append('file', file!)
      emit('change', await call<{ image: string }>('POST', `/api/agents/${props.agentId}/pictures`, form))
    }),
  { accept: '.png,.jpg,.jpeg,.webp,.svg' },
)
</script>

<template>
  <div class="acts">
    <img v-if="image" :src="`/api/faces/${encodeURIComponent(image)}`" :alt="alt" />
    <ElButton size="small" :disabled="isBusy" :aria-label="`${about}: choose a picture`" @click="upload">{{
      image ? 'Another picture' : 'Choose a picture'
    }}</ElButton>
    <p v-if="error" class="small wrong" role="alert">{{ error }}</p>
  </div>
</template>

<style scoped>
img {
  max-height: 90px;
  max-width: 180px;
  border-radius: 6px;
}
</style>
