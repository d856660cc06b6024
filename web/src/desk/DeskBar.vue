<script setup lang="ts">
import { ref } from 'vue'
import { ElButton, ElSwitch } from 'element-plus'
import { plural } from '../shared/when'
import DeskDialog from './DeskDialog.vue'
import { useDesk } from './deskStore'

/** Whether people answer visitors who ask for one, and whether whoever sits here does. */
defineProps<{ name: string }>()
defineEmits<{ answer: [] }>()
const desk = useDesk()
const isChanging = ref(false)
</script>

<template>
  <div v-if="desk.desk" class="desk">
    <template v-if="desk.desk.isOn">
      <ElSwitch
        :model-value="desk.isHere"
        active-text="I answer visitors now"
        @update:model-value="desk.setHere(Boolean($event))"
      />
      <ElButton v-if="desk.desk.waiting > 0" type="primary" size="small" @click="$emit('answer')"
        >{{ plural(desk.desk.waiting, 'visitor') }} {{ desk.desk.waiting === 1 ? 'waits' : 'wait' }}: answer</ElButton
      >
      <span v-else class="small soft" role="status">{{
        desk.desk.isOpen
          ? 'Visitors who ask for a person are told that one comes.'
          : 'Visitors who ask for a person are told that nobody is here.'
      }}</span>
    </template>
    <span v-else class="small soft">{{ name }} calls nobody when a visitor asks for a person.</span>
    <ElButton text size="small" @click="isChanging = true">{{
      desk.desk.isOn ? 'Change' : 'Let people answer'
    }}</ElButton>
    <DeskDialog v-if="isChanging" :desk="desk.desk" :name="name" @close="isChanging = false" />
  </div>
</template>

<style scoped>
.desk {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 var(--gap-2);
}
</style>
