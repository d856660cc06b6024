<script setup lang="ts">
import { ElButton, ElCheckbox } from 'element-plus'
import { computed, ref } from 'vue'
import type { Proposal, ProposedEdit } from '@parrot/contract'
import AnswerPair from '../shared/AnswerPair.vue'
import { wordsOf } from '../rehearse/checks'
import ProposalEdit from './ProposalEdit.vue'

/** One proposal: what it does, what its trial says, the answer as it is beside the answer with it, and what to do with it. */
const props = defineProps<{ proposal: Proposal; isFirst: boolean; isClosed: boolean; isChosen: boolean }>()
const emit = defineEmits<{
  accept: []
  dismiss: []
  choose: [isChosen: boolean]
  change: [proposed: ProposedEdit]
  passage: [sourceId: string, passageId: string]
}>()

const isOpen = ref(props.isFirst)
const isEditing = ref(false)
const trial = computed(() => props.proposal.trial)
const isTrying = computed(() => trial.value === null || trial.value.played < trial.value.scripts)
const isGood = computed(() => trial.value?.mends === true && trial.value.broken.length === 0)
const mark = computed(() => (trial.value === null ? '·' : trial.value.mends ? '✓' : '✕'))
const before = computed(() => trial.value && { ...trial.value.before, revision: 0, askedAt: '' })

function change(proposed: ProposedEdit): void {
  isEditing.value = false
  emit('change', proposed)
}
</script>

<template>
  <li class="proposal" :class="{ good: isGood, accepted: proposal.status === 'accepted' }">
    <div class="head">
      <ElCheckbox
        v-if="!isClosed && trial"
        :model-value="isChosen"
        :aria-label="`Take together: ${proposal.summary}`"
        @change="emit('choose', $event === true)"
      />
      <div class="grow">
        <p class="summary">{{ proposal.summary }}</p>
        <p
          class="line"
          :class="{ broken: trial && trial.broken.length > 0, unmended: trial && !trial.mends }"
          aria-live="polite"
        >
          <span class="mark" aria-hidden="true">{{ mark }}</span> {{ proposal.line
          }}<template v-if="isTrying && trial"> …</template>
        </p>
      </div>
      <template v-if="proposal.status === 'accepted'"><span class="small soft">accepted</span></template>
      <template v-else-if="!isClosed">
        <ElButton
          size="small"
          :type="isGood && isFirst ? 'primary' : 'default'"
          :disabled="!trial"
          @click="emit('accept')"
        >
          Accept
        </ElButton>
        <ElButton size="small" text :disabled="!trial" @click="isEditing = !isEditing">Alter</ElButton>
        <ElButton size="small" text @click="emit('dismiss')">Dismiss</ElButton>
      </template>
      <ElButton size="small" text :aria-expanded="isOpen" :disabled="!trial" @click="isOpen = !isOpen">
        {{ isOpen ? 'Less' : 'More' }}
      </ElButton>
    </div>
    <ProposalEdit v-if="isEditing" :proposal="proposal" @change="change" @close="isEditing = false" />
    <div v-if="isOpen && trial" class="trial">
      <p class="small soft because">{{ proposal.because }}</p>
      <AnswerPair
        :now="trial.now"
        :before="before"
        before-label="as it is"
        now-label="With this edit"
        class="answers"
        @cite="emit('passage', $event.sourceId, $event.passageId)"
      />
      <ul class="bare-list checks">
        <li v-for="(check, at) in trial.checks" :key="at" :class="check.passed ? 'pass' : 'fail'">
          <span class="mark" aria-hidden="true">{{ check.passed ? '✓' : '✕' }}</span>
          <span>{{ wordsOf(check.check) }}</span>
          <span class="soft">{{ check.reason }}</span>
        </li>
      </ul>
      <p v-if="trial.broken.length" class="small broken">
        Breaks {{ trial.broken.map(({ title }) => `“${title}”`).join(', ') }}.
      </p>
    </div>
  </li>
</template>

<style scoped>
.proposal {
  padding: var(--gap-3) 0 var(--gap-3) var(--gap-3);
  border-top: 1px solid var(--line);
  border-left: 3px solid transparent;
}
.good {
  border-left-color: var(--accent);
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-1) var(--gap-2);
  align-items: flex-start;
}
.head .grow {
  min-width: 220px;
}
.summary {
  font: 600 var(--text-read) / 1.4 var(--serif);
}
.line {
  font-size: var(--text-ui);
  color: var(--soft);
}
.mark {
  font-weight: 700;
  color: var(--accent-deep);
}
.unmended .mark {
  color: var(--warm);
}
.fail .mark,
.broken,
.broken .mark {
  color: var(--brick);
}
.trial {
  margin-top: var(--gap-2);
}
.because {
  margin-bottom: var(--gap-2);
}
.answers {
  --reply-size: var(--text-lead);
}
.checks {
  margin-top: var(--gap-2);
}
.checks li {
  display: grid;
  grid-template-columns: 18px minmax(120px, 220px) 1fr;
  gap: var(--gap-2);
  font-size: var(--text-ui);
  padding: 2px 0;
  overflow-wrap: anywhere;
}
</style>
