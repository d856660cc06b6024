<script setup lang="ts">
import { computed, ref } from 'vue'
import { useClipboard } from '@vueuse/core'
import { ElButton, ElCheckboxButton, ElCheckboxGroup, ElInput, ElInputNumber, ElInputTag, ElSwitch } from 'element-plus'
import { EVENT_VALUES, OUTCOMES, type Cue, type CueKind, type RelayShown } from '@parrot/contract'
import { call, post } from '../api/client'
import { OUTCOME_WORDS } from '../rehearse/checks'
import ChoiceField from '../shared/ChoiceField.vue'
import { tellFailure } from '../shared/undo'
import { moment } from '../shared/when'
import CueEvents from './CueEvents.vue'
import CueMail from './CueMail.vue'
import CueTime from './CueTime.vue'
import { CUES, cueOf } from './cue'

/** What begins a relay by itself: a time, or something that happens; and what it is given then. */
const props = defineProps<{ keep: () => Promise<void> }>()
const relay = defineModel<RelayShown>({ required: true })
const cue = computed({ get: () => relay.value.cue, set: (next) => (relay.value.cue = next) })
const isOn = computed({
  get: () => cue.value?.isOn === true,
  set: (on) => (cue.value = { ...(cue.value ?? cueOf('time')), isOn: on }),
})
const KINDS = Object.entries(CUES).map(([kind, name]) => [kind as CueKind, name] as const)
const choose = (kind: CueKind | undefined) =>
  kind && kind !== cue.value?.kind && (cue.value = { ...cueOf(kind), inputs: cue.value?.inputs ?? {}, isOn: false })
const places = computed(() => (cue.value ? EVENT_VALUES[cue.value.kind].map((name) => `{{${name}}}`).join(', ') : ''))

const secret = ref('')
const { copy } = useClipboard({ legacy: true })
const address = computed(() => `${location.origin}/api/cues/${relay.value.id}`)
async function makeSecret(): Promise<void> {
  try {
    await props.keep()
    secret.value = (await post<{ secret: string }>(`/api/relays/${relay.value.id}/secret`)).secret
    relay.value.hasSecret = true
  } catch (problem) {
    tellFailure(problem)
  }
}
async function keepPassword(password: string): Promise<void> {
  try {
    await props.keep()
    const { hasSecret } = await call<RelayShown>('PUT', `/api/relays/${relay.value.id}/password`, { password })
    relay.value.hasSecret = hasSecret
  } catch (problem) {
    tellFailure(problem)
  }
}
const asTime = (each: Cue) => each as Extract<Cue, { kind: 'time' }>
const asMail = (each: Cue) => each as Extract<Cue, { kind: 'mail' }>
</script>

<template>
  <h2>By itself</h2>
  <div class="acts">
    <ElSwitch v-model="isOn" aria-label="It begins by itself" />
    <ChoiceField
      v-if="cue"
      :model-value="cue.kind"
      :options="KINDS"
      about="What it begins by"
      @update:model-value="choose"
    />
    <span v-if="!cue?.isOn" class="soft">{{ cue ? 'switched off' : 'only when somebody runs it' }}</span>
  </div>
  <template v-if="cue">
    <CueTime v-if="cue.kind === 'time'" :model-value="asTime(cue)" @update:model-value="cue = $event" />
    <CueMail
      v-if="cue.kind === 'mail'"
      :model-value="asMail(cue)"
      :has-secret="relay.hasSecret"
      @update:model-value="cue = $event"
      @password="keepPassword"
    />
    <label v-if="cue.kind === 'feed'" class="form-line"
      ><span class="label">Feed at</span
      ><ElInput v-model="cue.url" size="small" maxlength="2000" placeholder="address of an RSS or Atom feed"
    /></label>
    <label v-if="cue.kind === 'file'" class="form-line"
      ><span class="label">Put into</span
      ><ElInput
        v-model="cue.folder"
        size="small"
        maxlength="300"
        placeholder="a folder below the one set for this machine; empty for itself"
    /></label>
    <div v-if="cue.kind === 'wanting'" class="form-line">
      <span class="label">Asked</span>
      <span class="acts">
        <ElInputNumber
          v-model="cue.atLeast"
          size="small"
          class="short"
          :min="2"
          :max="1000"
          controls-position="right"
          aria-label="How often it was asked"
        />
        <span>times without an answer, and again each time that doubled</span>
      </span>
    </div>
    <div v-if="cue.kind === 'conversation'" class="form-line">
      <span class="label">That ended in</span>
      <ElCheckboxGroup v-model="cue.outcomes" size="small" aria-label="How it ended">
        <ElCheckboxButton v-for="outcome in OUTCOMES" :key="outcome" :value="outcome">{{
          OUTCOME_WORDS[outcome]
        }}</ElCheckboxButton>
      </ElCheckboxGroup>
    </div>
    <div v-if="'words' in cue" class="form-line">
      <span class="label">Holding</span>
      <ElInputTag
        v-model="cue.words"
        size="small"
        placeholder="any words; or one of these"
        aria-label="Words it must hold"
      />
    </div>
    <div v-if="cue.kind === 'call'" class="form-line">
      <span class="label">Called at</span>
      <div>
        <p class="address">{{ address }}</p>
        <div class="acts">
          <ElButton size="small" @click="makeSecret">{{ relay.hasSecret ? 'New secret' : 'Make a secret' }}</ElButton>
          <template v-if="secret">
            <code>{{ secret }}</code>
            <ElButton text size="small" @click="copy(secret)">Copy</ElButton>
            <span class="soft small">shown this once</span>
          </template>
          <span v-else class="soft small">Calls are signed with it, as Standard Webhooks says.</span>
        </div>
      </div>
    </div>
    <label v-for="input in relay.inputs" :key="input.name" class="form-line"
      ><span class="label">{{ input.name }}</span
      ><ElInput
        v-model="cue.inputs[input.name]"
        size="small"
        :placeholder="
          input.type === 'feed'
            ? 'read when it begins'
            : places
              ? `what it is given: ${places}`
              : 'what it is given then'
        "
    /></label>
    <div v-if="cue.kind !== 'time'" class="form-line">
      <span class="label">At most</span>
      <span class="acts">
        <ElInputNumber
          v-model="cue.mostPerDay"
          size="small"
          class="short"
          :min="1"
          :max="1000"
          controls-position="right"
          aria-label="Times a day at most"
        />
        <span>times a day</span>
      </span>
    </div>
    <p v-if="relay.nextAt && cue.kind === 'time'" class="soft small" role="status">
      Next on {{ moment(relay.nextAt) }}. One that was missed is made up for once, and says that it is late.
    </p>
    <CueEvents :relay-id="relay.id" :cue="cue" :keep="keep" />
  </template>
</template>

<style scoped>
h2 {
  margin: var(--gap-5) 0 var(--gap-2);
}
.acts {
  margin-bottom: var(--gap-1);
}
.address,
code {
  font: var(--text-small) / 1.5 var(--mono);
  overflow-wrap: anywhere;
}
.short {
  width: 90px;
}
</style>
