<script setup lang="ts">
import { computed } from 'vue'
import { ElCheckbox, ElInput } from 'element-plus'
import type { RelayShown } from '@parrot/contract'

/** A mail that is drafted of what comes of a relay, to be read and sent by a person. */
const mail = defineModel<RelayShown['mail']>({ required: true })
const isWanted = computed({
  get: () => mail.value !== null,
  set: (wanted) => (mail.value = wanted ? { to: '', subject: '' } : null),
})
</script>

<template>
  <ElCheckbox v-model="isWanted">as the draft of a mail</ElCheckbox>
  <template v-if="mail">
    <label class="form-line"
      ><span class="label">To</span
      ><ElInput v-model="mail.to" size="small" maxlength="400" placeholder="crew@club.example"
    /></label>
    <label class="form-line"
      ><span class="label">Subject</span
      ><ElInput
        v-model="mail.subject"
        size="small"
        maxlength="300"
        placeholder="what it is about; {{names}} are filled"
    /></label>
  </template>
</template>
