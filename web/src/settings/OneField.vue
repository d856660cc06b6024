<script setup lang="ts">
import { ElInput } from 'element-plus'
import { onMounted, ref } from 'vue'
import { call, get } from '../api/client'
import { tell, tellFailure } from '../shared/undo'

/** A setting of one line that is kept when one leaves it, with the way back. */
const props = defineProps<{ path: string; name: string; label: string; placeholder?: string }>()
const value = ref('')
let kept = ''

onMounted(async () => {
  kept = (await get<Record<string, string>>(props.path).catch(() => undefined))?.[props.name] ?? ''
  value.value = kept
})

async function put(next: string): Promise<void> {
  kept = (await call<Record<string, string>>('PUT', props.path, { [props.name]: next }))[props.name] ?? ''
  value.value = kept
}

async function keep(): Promise<void> {
  const before = kept
  if (value.value.trim() === before) return
  try {
    await put(value.value)
    tell(`${props.label} was changed.`, () => put(before))
  } catch (problem) {
    tellFailure(problem)
  }
}
</script>

<template>
  <ElInput v-model="value" class="one" :aria-label="label" :placeholder="placeholder" @change="keep" />
</template>

<style scoped>
.one {
  max-width: 460px;
}
</style>
