<script setup lang="ts">
import { ref } from 'vue'
import { ElButton, ElInput, ElInputNumber } from 'element-plus'
import type { ToolShown } from '@parrot/contract'
import ChoiceField from '../shared/ChoiceField.vue'
import CalendarSettings from './CalendarSettings.vue'
import { hasAddress } from './kinds'
import LineSettings from './LineSettings.vue'

/** How a tool is reached: its address, how it says who asks, and how long and how often. */
const tool = defineModel<ToolShown>({ required: true })
const emit = defineEmits<{ secret: [secret: string] }>()
const secret = ref('')
const ADDRESSES: Partial<Record<ToolShown['kind'], string>> = {
  mcp: 'Server',
  calendar: 'Calendar',
  search: 'Description',
}
const AUTHS = [
  ['none', 'nothing is needed'],
  ['header', 'a secret in a header'],
  ['query', 'a secret in the address'],
  ['basic', 'name and password'],
  ['client', 'OAuth client credentials'],
] as const

function send(text: string): void {
  emit('secret', text)
  secret.value = ''
}
</script>

<template>
  <label class="form-line"><span class="label">Name</span><ElInput v-model="tool.name" maxlength="80" /></label>
  <label v-if="!tool.command && hasAddress(tool.kind)" class="form-line"
    ><span class="label">{{ ADDRESSES[tool.kind] ?? 'Base address' }}</span
    ><ElInput v-model="tool.url" maxlength="2000" placeholder="https://…"
  /></label>
  <div v-if="!tool.command && hasAddress(tool.kind)" class="form-line">
    <span class="label">Who asks</span>
    <ChoiceField v-model="tool.auth.kind" :options="AUTHS" about="How it says who asks" />
  </div>
  <template v-if="tool.auth.kind !== 'none'">
    <label class="form-line"
      ><span class="label">{{
        tool.auth.kind === 'header' ? 'Header' : tool.auth.kind === 'query' ? 'Parameter' : 'Name'
      }}</span
      ><ElInput
        v-model="tool.auth.name"
        maxlength="200"
        :placeholder="tool.auth.kind === 'header' ? 'Authorization' : ''"
    /></label>
    <label v-if="tool.auth.kind === 'header'" class="form-line"
      ><span class="label">Before it</span
      ><ElInput v-model="tool.auth.prefix" maxlength="40" placeholder="such as “Bearer ”"
    /></label>
    <template v-if="tool.auth.kind === 'client'">
      <label class="form-line"
        ><span class="label">Tokens from</span
        ><ElInput v-model="tool.auth.tokenUrl" maxlength="2000" placeholder="https://…/token"
      /></label>
      <label class="form-line"
        ><span class="label">Scope</span><ElInput v-model="tool.auth.scope" maxlength="500"
      /></label>
    </template>
    <form class="form-line" @submit.prevent="send(secret)">
      <span class="label">Secret</span>
      <span class="acts">
        <ElInput
          v-model="secret"
          class="secret"
          type="password"
          autocomplete="off"
          aria-label="Secret"
          :placeholder="tool.hasSecret ? '✓ kept, and never shown again' : 'none yet'"
        />
        <ElButton native-type="submit" size="small" :disabled="secret === ''">Keep it</ElButton>
        <ElButton v-if="tool.hasSecret" text size="small" @click="send('')">Forget it</ElButton>
      </span>
    </form>
  </template>
  <CalendarSettings v-if="tool.kind === 'calendar'" v-model="tool.settings" />
  <label v-if="tool.kind === 'reminder' || tool.kind === 'team'" class="form-line"
    ><span class="label">By the clock of</span
    ><ElInput v-model="tool.settings.timeZone" maxlength="60" placeholder="Europe/London"
  /></label>
  <LineSettings
    v-if="tool.kind === 'mail'"
    v-model="tool.settings.recipients"
    label="Mails may go to"
    placeholder="ana@club.example, @club.example, or * for anybody"
    none="Nobody yet: no mail is sent."
  />
  <LineSettings
    v-if="tool.kind === 'search'"
    v-model="tool.settings.sites"
    label="Only on"
    placeholder="club.example"
    none="Whatever the search engine finds."
  />
  <div class="form-line">
    <span class="label">It may take</span>
    <span class="acts">
      <ElInputNumber
        :model-value="tool.timeoutMs / 1000"
        class="short"
        :min="0.5"
        :max="120"
        :step="1"
        controls-position="right"
        aria-label="Seconds it may take"
        @update:model-value="tool.timeoutMs = Math.round(($event ?? 10) * 1000)"
      />
      <span>seconds</span>
    </span>
  </div>
  <div class="form-line">
    <span class="label">At most</span>
    <span class="acts">
      <ElInputNumber
        v-model="tool.callsPerDay"
        class="short"
        :min="1"
        :max="1000000"
        :value-on-clear="null"
        controls-position="right"
        placeholder="∞"
        aria-label="Calls a day at most"
      />
      <span>times a day</span>
    </span>
  </div>
</template>

<style scoped>
.secret {
  flex: 1;
  min-width: 180px;
}
.short {
  width: 90px;
}
</style>
