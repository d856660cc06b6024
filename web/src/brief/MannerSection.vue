<script setup lang="ts">
import { defineAsyncComponent } from 'vue'
import type { Brief } from '@parrot/contract'
import { useBrief } from './briefStore'
import DialRows from './DialRows.vue'
import EditLine from './EditLine.vue'
import FormatLine from './FormatLine.vue'
import MannerSamples from './MannerSamples.vue'

/** What it says is drawn by the reader of replies, which a brief that is only read does without. */
const MannerPreview = defineAsyncComponent(() => import('./MannerPreview.vue'))

/** How the agent sounds: persona, dials with a reply that follows them, format, and texts to sound like. */
defineProps<{ brief: Brief; agentId: string }>()
const { edit } = useBrief()
</script>

<template>
  <EditLine
    label="Persona"
    path="manner.persona"
    is-long
    :maxlength="8000"
    placeholder="How it speaks, as you would describe a person"
    note="A language model acts this out. The built-in model keeps to the settings and texts below."
  />
  <DialRows :dials="brief.manner.dials" @change="(dial, value) => edit((d) => (d.manner.dials[dial] = value))" />
  <MannerPreview :agent-id="agentId" />
  <FormatLine :format="brief.manner.format" />
  <EditLine
    label="Sign-off"
    path="manner.format.signOff"
    :maxlength="300"
    placeholder="A closing line for every answer, or nothing"
  />
  <MannerSamples :agent-id="agentId" />
</template>
