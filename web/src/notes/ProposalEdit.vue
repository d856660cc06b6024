<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
import { computed, ref } from 'vue'
import type { Proposal, ProposedEdit } from '@parrot/contract'
import { fieldsOf, proposedOf, withField, type EditField } from './editFields'

/** Alters the words of a proposal; it is tried anew before it can be accepted. */
const props = defineProps<{ proposal: Proposal }>()
const emit = defineEmits<{ change: [proposed: ProposedEdit]; close: [] }>()
const draft = ref(proposedOf(props.proposal))
const fields = computed(() => fieldsOf(draft.value))
const set = (field: EditField, value: string) => (draft.value = withField(draft.value, field, value))
</script>

<template>
  <form
    class="inset"
    aria-label="Alter the proposal"
    @submit.prevent="emit('change', draft)"
    @keydown.esc.stop="emit('close')"
  >
    <p v-if="fields.length === 0" class="soft">There are no words to alter in this proposal.</p>
    <label v-for="field in fields" :key="field.path.join('.')" class="form-line">
      <span class="label">{{ field.label }}</span>
      <ElInput
        :model-value="field.value"
        :type="field.isNumber ? 'text' : 'textarea'"
        :autosize="{ minRows: 1, maxRows: 8 }"
        :inputmode="field.isNumber ? 'decimal' : 'text'"
        @update:model-value="set(field, $event)"
      />
    </label>
    <div class="acts">
      <ElButton v-if="fields.length" native-type="submit" size="small" type="primary">Try it</ElButton>
      <ElButton size="small" @click="emit('close')">Cancel</ElButton>
    </div>
  </form>
</template>
