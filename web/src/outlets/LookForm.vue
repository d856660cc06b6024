<script setup lang="ts">
import { computed } from 'vue'
import { ElColorPicker, ElInput, ElInputNumber, ElInputTag, ElSegmented, ElSlider } from 'element-plus'
import type { OutletKind, OutletLook } from '@parrot/contract'
import { hardToRead } from './kinds'
import LogoLine from './LogoLine.vue'
import SiteLook from './SiteLook.vue'

/** How an outlet looks and what it says first; what is left empty is the agent’s own. */
defineProps<{ kind: OutletKind; outletId: string }>()
const look = defineModel<OutletLook>({ required: true })
const warning = computed(() => hardToRead(look.value))
const SCHEMES = [
  { value: 'system', label: 'As the visitor’s system' },
  { value: 'light', label: 'Light' },
  { value: 'dark', label: 'Dark' },
]
const FONTS = [
  { value: 'serif', label: 'Book' },
  { value: 'sans', label: 'Plain' },
]
const SIDES = [
  { value: 'right', label: 'Right' },
  { value: 'left', label: 'Left' },
]
</script>

<template>
  <h2>Look</h2>
  <SiteLook v-model="look" :outlet-id="outletId" />
  <LogoLine v-model="look" :outlet-id="outletId" />
  <label class="form-line"
    ><span class="label">Title</span><ElInput v-model="look.title" maxlength="80" placeholder="the agent’s name"
  /></label>
  <label class="form-line"
    ><span class="label">Greeting</span
    ><ElInput v-model="look.greeting" type="textarea" autosize maxlength="600" placeholder="as in the brief"
  /></label>
  <div class="form-line">
    <span class="label">First questions</span>
    <ElInputTag v-model="look.suggestions" :max="6" placeholder="as in the brief" aria-label="First questions" />
  </div>
  <label class="form-line"
    ><span class="label">In the field</span><ElInput v-model="look.placeholder" maxlength="80" placeholder="Ask …"
  /></label>
  <label class="form-line"
    ><span class="label">At the foot</span
    ><ElInput v-model="look.footer" maxlength="300" placeholder="such as a word on privacy"
  /></label>
  <label class="form-line"
    ><span class="label">Agreed to first</span
    ><ElInput
      v-model="look.privacy"
      type="textarea"
      autosize
      maxlength="1000"
      placeholder="nothing; or how you treat what visitors write"
  /></label>
  <div class="form-line">
    <span class="label">Colours</span>
    <span class="acts">
      <ElColorPicker v-model="look.accent" aria-label="Accent" color-format="hex" /> accent
      <ElColorPicker v-model="look.paper" aria-label="Background" color-format="hex" /> background
    </span>
  </div>
  <p v-if="warning" class="margin" role="status">◐ {{ warning }}</p>
  <div class="form-line">
    <span class="label">Letters</span>
    <ElSegmented v-model="look.font" :options="FONTS" aria-label="Letters of its answers" />
  </div>
  <div class="form-line">
    <span class="label">Corners</span>
    <ElSlider v-model="look.corner" :min="0" :max="24" aria-label="Rounding of corners" />
  </div>
  <div class="form-line">
    <span class="label">Scheme</span>
    <ElSegmented v-model="look.scheme" :options="SCHEMES" aria-label="Light or dark" />
  </div>
  <template v-if="kind === 'bubble'">
    <div class="form-line">
      <span class="label">Side</span>
      <ElSegmented v-model="look.side" :options="SIDES" aria-label="Side of the window" />
    </div>
    <div class="form-line">
      <span class="label">It greets after</span>
      <span class="acts">
        <ElInputNumber
          v-model="look.callAfter"
          :min="1"
          :max="600"
          :value-on-clear="null"
          controls-position="right"
          placeholder="never"
          aria-label="Seconds until it greets"
        />
        seconds <span class="soft">(with the greeting above)</span>
      </span>
    </div>
  </template>
</template>

<style scoped>
h2 {
  margin: var(--gap-5) 0 var(--gap-2);
}
.margin {
  color: var(--warm);
}
</style>

<style>
/* Only this screen picks colours. */
@import 'element-plus/theme-chalk/el-color-picker.css' layer(element);
@import 'element-plus/theme-chalk/el-color-picker-panel.css' layer(element);
</style>
