<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Brief } from '@parrot/contract'
import { ElSwitch } from '../design/elements'
import { useAgent } from '../frame/agentStore'
import AgentFace from '../shared/AgentFace.vue'
import { useBrief } from './briefStore'
import DialRows from './DialRows.vue'
import EditLine from './EditLine.vue'
import EntryList from './EntryList.vue'
import LineList from './LineList.vue'
import ModelChoice from './ModelChoice.vue'
import RuleList from './RuleList.vue'

/** The brief as a document, section by section; every line is edited where it is read. */
const props = defineProps<{ brief: Brief }>()
const store = useBrief()
const agents = useAgent()

const { edit } = store

const newId = () => Math.random().toString(36).slice(2, 10)

const maxWordsShown = computed(() => props.brief.manner.format.maxWords ?? '')
const formatError = ref('')

/** A number within its bounds from what was typed, null for nothing, undefined for anything else. */
function numberFrom(event: Event, least: number, most: number): number | null | undefined {
  const text = (event.target as HTMLInputElement).value.trim()
  const value = Number(text)
  const fits = text === '' || (Number.isFinite(value) && value >= least && value <= most)
  formatError.value = fits ? '' : `A number from ${least} to ${most.toLocaleString('en-GB')}, or nothing.`
  return fits ? (text === '' ? null : value) : undefined
}

function setMaxWords(event: Event): void {
  const words = numberFrom(event, 5, 2000)
  if (words !== undefined) edit((draft) => (draft.manner.format.maxWords = words === null ? null : Math.round(words)))
}

function setReadingGrade(event: Event): void {
  const grade = numberFrom(event, 1, 20)
  if (grade !== undefined) edit((draft) => (draft.manner.format.readingGrade = grade))
}

const isLanguage = (tag: string) => /^[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*$/.test(tag)
</script>

<template>
  <div class="document">
    <section id="identity">
      <div class="title">
        <AgentFace :seed="brief.identity.avatar || brief.identity.name" :size="76" />
        <div>
          <h1>{{ brief.identity.name || 'Unnamed agent' }}</h1>
          <p class="lead">{{ brief.identity.description || 'Say in one line what this agent is for.' }}</p>
        </div>
      </div>
      <h2>Identity</h2>
      <EditLine label="Name" path="identity.name" :maxlength="80" placeholder="What people call it" />
      <EditLine label="Role" path="identity.role" :maxlength="300" placeholder="the front desk of …" />
      <EditLine
        label="Description"
        path="identity.description"
        :maxlength="600"
        placeholder="One line for the list of agents"
      />
      <EditLine label="Face" path="identity.avatar" :maxlength="120" placeholder="Any words: each draws another face" />
      <EditLine label="Language" path="identity.language" :accepts="isLanguage" :maxlength="35" placeholder="en-GB" />
    </section>

    <section id="purpose">
      <h2>Purpose</h2>
      <EditLine label="Job" path="purpose.job" is-long placeholder="answer passengers’ questions about …" />
      <EditLine label="Audience" path="purpose.audience" is-long placeholder="Who asks, and what they know already" />
      <LineList label="Goal" path="purpose.goals" placeholder="What a good answer achieves" />
      <LineList label="Out of scope" path="purpose.outOfScope" placeholder="What is not its business" />
    </section>

    <section id="manner">
      <h2>Manner</h2>
      <EditLine
        label="Persona"
        path="manner.persona"
        is-long
        :maxlength="8000"
        placeholder="How it speaks, as you would describe a person"
      />
      <DialRows :dials="brief.manner.dials" @change="(dial, value) => edit((d) => (d.manner.dials[dial] = value))" />
      <div class="format">
        <span class="label">Format</span>
        <div class="choices">
          <label data-field="manner.format.maxWords">
            At most
            <input
              class="field words"
              inputmode="numeric"
              :value="maxWordsShown"
              placeholder="any"
              aria-label="Longest answer in words"
              @change="setMaxWords"
            />
            words
          </label>
          <label data-field="manner.format.bullets">
            Lists as bullets
            <select
              class="field"
              :value="brief.manner.format.bullets"
              @change="edit((d) => (d.manner.format.bullets = ($event.target as HTMLSelectElement).value as 'auto'))"
            >
              <option value="auto">where they help</option>
              <option value="always">always</option>
              <option value="never">never</option>
            </select>
          </label>
          <label data-field="manner.format.readingGrade">
            Reading grade at most
            <input
              class="field words"
              inputmode="decimal"
              :value="props.brief.manner.format.readingGrade ?? ''"
              placeholder="any"
              aria-label="Reading grade at most"
              @change="setReadingGrade"
            />
          </label>
          <label data-field="manner.format.emoji">
            <ElSwitch
              :model-value="brief.manner.format.emoji"
              size="small"
              aria-label="Emoji"
              @update:model-value="edit((d) => (d.manner.format.emoji = $event === true))"
            />
            Emoji
          </label>
          <label data-field="manner.format.addressByName">
            <ElSwitch
              :model-value="brief.manner.format.addressByName"
              size="small"
              aria-label="Use the visitor’s name"
              @update:model-value="edit((d) => (d.manner.format.addressByName = $event === true))"
            />
            Use the visitor’s name
          </label>
          <p v-if="formatError" class="wrong" role="alert">{{ formatError }}</p>
          <p class="small soft">
            The built-in model follows formality, warmth, brevity, the word limit and bullets. The other dials, reading
            grade, emoji and the visitor’s name are for an outside model.
          </p>
        </div>
      </div>
      <EditLine
        label="Sign-off"
        path="manner.format.signOff"
        :maxlength="300"
        placeholder="A closing line for every answer, or nothing"
      />
    </section>

    <section id="rules">
      <h2>Rules</h2>
      <RuleList
        :rules="brief.rules"
        :reading-of="store.readingOf"
        :new-id="newId"
        @change="edit((d) => (d.rules = $event))"
      />
    </section>

    <section id="boundaries">
      <h2>Boundaries</h2>
      <EntryList
        name="boundary"
        field="boundaries"
        :entries="brief.boundaries"
        :parts="[
          { key: 'subject', label: 'Stay out of', placeholder: 'a subject in a few words' },
          { key: 'examples', label: 'Such as', placeholder: 'one question a line', isList: true, separator: '\n' },
          { key: 'reply', label: 'Say instead', placeholder: 'word for word' },
        ]"
        :blank="() => ({ id: newId(), subject: '', examples: [], reply: '', onHit: 'decline' as const })"
        empty="Subjects it stays out of, and what it says instead."
        @change="edit((d) => (d.boundaries = $event))"
      />
    </section>

    <section id="glossary">
      <h2>Glossary</h2>
      <EntryList
        name="term"
        field="glossary"
        :entries="brief.glossary"
        :parts="[
          { key: 'term', label: 'Term', placeholder: 'the word your documents use' },
          { key: 'also', label: 'Also called', placeholder: 'other words, with commas', isList: true },
          { key: 'meaning', label: 'Means', placeholder: 'in one line' },
        ]"
        :blank="() => ({ term: '', meaning: '', also: [] })"
        empty="Words of your trade, and the other words people use for them. A question with one finds the other."
        @change="edit((d) => (d.glossary = $event))"
      />
    </section>

    <section id="openers">
      <h2>Openers</h2>
      <EditLine
        label="Greeting"
        path="openers.greeting"
        is-long
        :maxlength="1000"
        placeholder="The first thing a visitor reads"
      />
      <LineList
        label="Suggestion"
        path="openers.suggestions"
        :most="12"
        placeholder="A question a visitor may begin with"
      />
    </section>

    <section id="grounding">
      <h2>Grounding</h2>
      <div class="switch" data-field="grounding.libraryOnly">
        <span class="label">Library only</span>
        <ElSwitch
          :model-value="brief.grounding.libraryOnly"
          aria-label="Library only"
          @update:model-value="edit((d) => (d.grounding.libraryOnly = $event === true))"
        />
        <span class="small soft">{{
          brief.grounding.libraryOnly
            ? 'It says only what the library says.'
            : 'A language model may add what it knows by itself.'
        }}</span>
      </div>
      <div class="switch" data-field="grounding.cite">
        <span class="label">Citations</span>
        <ElSwitch
          :model-value="brief.grounding.cite"
          aria-label="Citations"
          @update:model-value="edit((d) => (d.grounding.cite = $event === true))"
        />
        <span class="small soft">{{
          brief.grounding.cite ? 'Every answer shows where it stands.' : 'Answers carry no sources.'
        }}</span>
      </div>
      <EditLine
        label="When unknown"
        path="grounding.whenUnknown"
        is-long
        :maxlength="1000"
        placeholder="What it says when the library does not tell"
      />
    </section>

    <section id="freeform">
      <h2>Free text</h2>
      <EditLine
        label="For a model"
        path="freeform"
        is-long
        :maxlength="40000"
        placeholder="Anything else, passed on as written. The built-in model does not read it."
      />
    </section>

    <section id="model">
      <h2>Model</h2>
      <ModelChoice v-if="agents.agent" :agent="agents.agent" />
    </section>
  </div>
</template>

<style scoped>
.document {
  padding-bottom: 50vh;
}
section {
  padding: 14px 0 20px;
  scroll-margin-top: calc(var(--path-height) + 54px);
}
section h2 {
  margin-bottom: 8px;
  padding-bottom: 5px;
  border-bottom: 1px solid var(--line);
}
.title {
  display: flex;
  gap: 20px;
  align-items: center;
  margin: 6px 0 24px;
}
.title h1 {
  font-size: 34px;
}
.lead {
  font: 18px/1.45 var(--serif);
  color: var(--soft);
}
.format,
.switch {
  display: grid;
  grid-template-columns: 128px 1fr;
  gap: 14px;
  align-items: center;
  padding: 7px 0;
}
.format {
  align-items: baseline;
}
.switch {
  grid-template-columns: 128px auto 1fr;
}
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 26px;
  align-items: center;
}
.choices label {
  display: flex;
  gap: 8px;
  align-items: center;
}
.choices .field {
  width: auto;
  padding: 5px 8px;
}
.choices .words {
  width: 72px;
  text-align: right;
}
.wrong {
  color: var(--brick);
  font-size: 14px;
}
</style>
