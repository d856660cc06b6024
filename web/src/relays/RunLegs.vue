<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { ElButton, ElInput } from 'element-plus'
import type { Citation, RunShown } from '@parrot/contract'
import { post } from '../api/client'
import ReplyText from '../shared/ReplyText.vue'
import { useActing } from '../shared/acting'
import RunOutput from './RunOutput.vue'
import { LEG_WORDS } from './states'

/** The legs of one run, each with its result, what was taken out of it, and what a person can do with it. */
const props = defineProps<{ run: RunShown; agentId: string }>()
const emit = defineEmits<{ changed: [] }>()
const router = useRouter()
const { error, isBusy, act } = useActing()
/** Results as somebody changes them before they go on, by leg. */
const changed = ref<Record<string, string>>({})

const deed = (leg: string, does: 'approve' | 'again' | 'leave') =>
  act(async () => {
    const text = changed.value[leg]
    await post(`/api/runs/${props.run.id}/legs/${leg}`, {
      does,
      ...(does === 'approve' && text !== undefined ? { text } : {}),
    })
    delete changed.value[leg]
    emit('changed')
  })
const waits = (state: RunShown['legs'][number]['state']) => ['asks', 'looked', 'unsure', 'failed'].includes(state)
const open = ({ agent }: { agent: string }, { sourceId, passageId }: Citation) =>
  router.push({ name: 'library', params: { id: agent, sourceId }, query: { passage: passageId } })
</script>

<template>
  <ol class="bare-list" aria-live="polite">
    <li v-for="leg in run.legs" :key="leg.name" :class="leg.state">
      <p class="head">
        <span aria-hidden="true">{{ LEG_WORDS[leg.state][0] }}</span>
        <b>{{ leg.name }}</b>
        <span class="soft small">{{ leg.agentName }}, {{ LEG_WORDS[leg.state][1] }}</span>
      </p>
      <p v-if="leg.because" class="small" :class="leg.state === 'failed' ? 'wrong' : 'soft'">{{ leg.because }}</p>
      <ElInput
        v-if="leg.name in changed"
        v-model="changed[leg.name]"
        type="textarea"
        :autosize="{ minRows: 3, maxRows: 16 }"
        :aria-label="`Result of ${leg.name}`"
      />
      <ReplyText v-else-if="leg.text" :reply="leg.text" :citations="leg.citations" @cite="open(leg, $event)" />
      <p v-if="leg.repeated.length" class="soft small">
        Said before already, and taken out: {{ leg.repeated.map((sentence) => `“${sentence}”`).join(' ') }}
      </p>
      <div v-if="waits(leg.state)" class="acts">
        <ElButton
          v-if="leg.state === 'asks'"
          type="primary"
          size="small"
          :disabled="isBusy"
          @click="deed(leg.name, 'approve')"
          >Yes, do it</ElButton
        >
        <template v-if="leg.state === 'looked'">
          <ElButton type="primary" size="small" :disabled="isBusy" @click="deed(leg.name, 'approve')"
            >Let it go on</ElButton
          >
          <ElButton v-if="!(leg.name in changed)" size="small" @click="changed[leg.name] = leg.text"
            >Change it</ElButton
          >
        </template>
        <ElButton v-else-if="leg.state !== 'asks'" size="small" :disabled="isBusy" @click="deed(leg.name, 'again')"
          >Do it again</ElButton
        >
        <ElButton text size="small" :disabled="isBusy" @click="deed(leg.name, 'leave')">Leave it out</ElButton>
      </div>
    </li>
  </ol>
  <p v-if="error" class="wrong" role="alert">{{ error }}</p>
  <RunOutput v-if="run.output" :run="run" :agent-id="agentId" @changed="$emit('changed')" />
</template>

<style scoped>
li {
  padding: var(--gap-2) 0 var(--gap-2) var(--gap-3);
  border-left: 2px solid var(--line);
}
.done {
  border-left-color: var(--accent);
}
.asks,
.looked,
.unsure {
  border-left-color: var(--warm);
}
.failed {
  border-left-color: var(--brick);
}
.head {
  display: flex;
  gap: var(--gap-2);
  align-items: baseline;
}
.acts {
  margin-top: var(--gap-2);
}
</style>
