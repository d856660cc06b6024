<script setup lang="ts">
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue'
import { useIntervalFn, useObjectUrl } from '@vueuse/core'
import { ElButton, ElInput } from 'element-plus'
import { useLibrary } from './libraryStore'
import { recordingName, recordingTypeOf, refusalOf, RECORDED_AS } from './recording'

/** A note that is spoken: recorded here, listened to, and sent to the transcriber like any other recording. */
const emit = defineEmits<{ close: [] }>()
const store = useLibrary()

const title = ref('')
const refusal = ref('')
const seconds = ref(0)
const taken = shallowRef<Blob>()
const recorder = shallowRef<MediaRecorder>()
const heard = useObjectUrl(taken)
const isRecording = computed(() => recorder.value !== undefined)
const clock = computed(() => `${Math.floor(seconds.value / 60)}:${String(seconds.value % 60).padStart(2, '0')}`)
const { pause, resume } = useIntervalFn(() => seconds.value++, 1000, { immediate: false })

async function start(): Promise<void> {
  refusal.value = ''
  taken.value = undefined
  try {
    const stream = await navigator.mediaDevices.getUserMedia({ audio: true })
    const mimeType = RECORDED_AS.find((type) => MediaRecorder.isTypeSupported(type))
    const made = new MediaRecorder(stream, mimeType === undefined ? {} : { mimeType })
    const parts: Blob[] = []
    made.ondataavailable = ({ data }) => parts.push(data)
    made.onstop = () => {
      for (const track of stream.getTracks()) track.stop()
      recorder.value = undefined
      pause()
      if (parts.some(({ size }) => size > 0)) taken.value = new Blob(parts, { type: made.mimeType })
    }
    recorder.value = made
    seconds.value = 0
    made.start()
    resume()
  } catch (problem) {
    refusal.value = refusalOf(problem)
  }
}
const stop = () => recorder.value?.stop()
onBeforeUnmount(stop)

function add(): void {
  if (!taken.value) return
  const name = recordingName(title.value, taken.value.type, new Date())
  void store.upload([new File([taken.value], name, { type: recordingTypeOf(taken.value.type) })], false)
  emit('close')
}
</script>

<template>
  <form class="inset" aria-label="Spoken note" @submit.prevent="add" @keydown.esc="emit('close')">
    <p class="label">A spoken note</p>
    <p class="small soft">
      Say what the agent should know. The transcriber that is set up in the settings writes it down; the recording stays
      beside it.
    </p>
    <div class="acts">
      <ElButton v-if="!isRecording" :type="taken ? 'default' : 'primary'" @click="start">
        {{ taken ? 'Record again' : 'Record' }}
      </ElButton>
      <template v-else>
        <ElButton type="primary" @click="stop">Stop</ElButton>
        <span role="status"
          >Recording, <b class="number">{{ clock }}</b></span
        >
      </template>
      <audio v-if="heard" controls :src="heard" aria-label="What was recorded" />
    </div>
    <p v-if="refusal" class="wrong" role="alert">{{ refusal }}</p>
    <template v-if="taken">
      <label class="label" for="spoken-title">Title</label>
      <ElInput id="spoken-title" v-model="title" maxlength="120" placeholder="Spoken note" />
    </template>
    <div class="acts">
      <ElButton v-if="taken" type="primary" native-type="submit">Add to the library</ElButton>
      <ElButton @click="emit('close')">Cancel</ElButton>
    </div>
  </form>
</template>

<style scoped>
audio {
  height: 34px;
  max-width: 100%;
}
</style>
