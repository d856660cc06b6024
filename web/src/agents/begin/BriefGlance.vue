<script setup lang="ts">
import { computed } from 'vue'
import { DIALS, dialWords, type Brief } from '@parrot/contract'
import AgentFace from '../../shared/AgentFace.vue'

/** A brief at a glance, as it grows: only what it holds, in the order of the document. */
const props = defineProps<{ brief: Brief | undefined }>()

const rows = computed(() => {
  const { brief } = props
  if (!brief) return []
  const list = (items: readonly string[]) => items.filter((item) => item.trim() !== '')
  return [
    ['Job', list([brief.purpose.job])],
    ['Audience', list([brief.purpose.audience])],
    ['Goals', list(brief.purpose.goals)],
    ['Sounds', [DIALS.map((dial) => dialWords(dial, brief.manner.dials[dial])).join(' · ')]],
    ['Persona', list([brief.manner.persona])],
    ['Rules', brief.rules.map((rule) => (rule.when ? `When ${rule.when} → ${rule.do}` : rule.do))],
    [
      'Duties',
      brief.duties.map(
        (duty) => `${duty.name}: asks for ${duty.ask.map((ask) => ask.name).join(', ') || 'nothing yet'}`,
      ),
    ],
    [
      'Stays out of',
      brief.boundaries.map((boundary) =>
        boundary.examples.length ? `${boundary.subject} (“${boundary.examples[0]}”)` : boundary.subject,
      ),
    ],
    ['Words', brief.glossary.map((entry) => `${entry.term}${entry.meaning ? `: ${entry.meaning}` : ''}`)],
    ['Model answers', brief.answers.map((answer) => answer.question)],
    ['Greeting', list([brief.openers.greeting])],
    ['Suggests', list(brief.openers.suggestions)],
    ['When unknown', list([brief.grounding.whenUnknown])],
    ['Free text', list([brief.freeform])],
  ].filter(([, items]) => items!.length > 0) as [string, string[]][]
})
</script>

<template>
  <section class="glance" aria-label="The brief so far" aria-live="polite">
    <template v-if="brief">
      <header>
        <AgentFace :seed="brief.identity.avatar || brief.identity.name || 'someone new'" :size="54" />
        <div>
          <h2>{{ brief.identity.name || 'No name yet' }}</h2>
          <p class="soft">{{ brief.identity.role }}</p>
        </div>
      </header>
      <dl>
        <div v-for="[title, items] in rows" :key="title">
          <dt class="label">{{ title }}</dt>
          <dd>
            <p v-for="(item, at) in items" :key="at">{{ item }}</p>
          </dd>
        </div>
      </dl>
    </template>
    <p v-else class="soft empty">The brief appears here as you go. You can change every line of it afterwards.</p>
  </section>
</template>

<style scoped>
.glance {
  background: var(--sheet);
  border-left: 1px solid var(--line);
  padding: var(--gap-4) var(--gap-4);
  min-height: 300px;
}
header {
  display: flex;
  gap: var(--gap-3);
  align-items: center;
  margin-bottom: var(--gap-3);
}
dl {
  margin: 0;
}
dl > div {
  display: grid;
  grid-template-columns: 104px 1fr;
  gap: var(--gap-3);
  align-items: baseline;
  padding: var(--gap-1) 0;
}
dd {
  margin: 0;
  font: var(--text-read) / 1.45 var(--serif);
  white-space: pre-line;
  overflow-wrap: anywhere;
}
.empty {
  padding: var(--gap-7) var(--gap-5);
  text-align: center;
}
</style>
