<script setup lang="ts">
import { ElButton, ElCheckbox } from 'element-plus'
import type { OutletLook } from '@parrot/contract'
import { call } from '../api/client'
import { useActing } from '../shared/acting'
import { useFilePick } from '../shared/pick'

/** What stands at the head of the conversation: a logo, the agent’s face, or both. */
const props = defineProps<{ outletId: string }>()
const look = defineModel<OutletLook>({ required: true })
const { error, isBusy, act } = useActing()
const upload = useFilePick(
  ([file]) =>
    void act(async () => {
      const form = new FormData()
      form.append('file', file!)
      look.value.logo = (await call<{ logo: string }>('POST', `/api/outlets/${props.outletId}/logo`, form)).logo
    }),
  { accept: '.png,.jpg,.jpeg,.webp,.svg' },
)
</script>

<template>
  <div class="form-line">
    <span class="label">At the head</span>
    <div>
      <div class="acts">
        <img v-if="look.logo" :src="`/api/faces/${look.logo}`" alt="The logo" />
        <ElButton size="small" :disabled="isBusy" @click="upload">{{
          look.logo ? 'Another logo' : 'Add a logo'
        }}</ElButton>
        <ElButton v-if="look.logo" text size="small" @click="look.logo = ''">Without a logo</ElButton>
        <ElCheckbox v-model="look.face">the agent’s face</ElCheckbox>
      </div>
      <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    </div>
  </div>
</template>

<style scoped>
img {
  max-height: 40px;
  max-width: 140px;
}
</style>
