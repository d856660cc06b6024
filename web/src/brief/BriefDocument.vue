<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Brief } from '@parrot/contract'
import { useAgent } from '../frame/agentStore'
import AgentFace from '../shared/AgentFace.vue'
import { useBrief } from './briefStore'
import CalledBy from './CalledBy.vue'
import { useCalls } from './callStore'
import DutyList from './DutyList.vue'
import EditLine from './EditLine.vue'
import EntryList from './EntryList.vue'
import GroundingSection from './GroundingSection.vue'
import LineList from './LineList.vue'
import MannerSection from './MannerSection.vue'
import { useMarginLayout } from './marginLayout'
import ModelChoice from './ModelChoice.vue'
import RuleList from './RuleList.vue'
import SharedRules from './SharedRules.vue'
import SwitchLine from './SwitchLine.vue'
import { newId } from './useEntries'

/** The brief as a document, section by section; every line is edited where it is read. */
const props = defineProps<{ brief: Brief; agentId: string }>()
const store = useBrief()
const agents = useAgent()
const root = ref<HTMLElement>()
const shared = ref<InstanceType<typeof SharedRules>>()
useMarginLayout(root, [() => store.remarks, () => store.readingOf])

const { edit } = store
const calls = useCalls()
watch(
  () => [props.agentId, props.brief] as const,
  ([id, brief]) => calls.follow(id, brief),
  { immediate: true, deep: true },
)
const isLanguage = (tag: string) => /^[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*$/.test(tag)
const drafted = computed(() => props.brief.drafted.length)

function setTurns(event: Event): void {
  const value = Math.round(Number((event.target as HTMLInputElement).value))
  if (value >= 0 && value <= 100) store.setAt('memory.turns', value)
}

const ON_HIT = { decline: 'says so and stops there', redirect: 'points elsewhere', handOver: 'hands over to a person' }
</script>

<template>
  <div ref="root" class="document">
    <section id="identity">
      <div class="title">
        <AgentFace :seed="brief.identity.avatar || brief.identity.name" :size="76" />
        <div>
          <h1>{{ brief.identity.name || 'Unnamed agent' }}</h1>
          <p class="lead">{{ brief.identity.description || 'Say in one line what this agent is for.' }}</p>
        </div>
      </div>
      <p v-if="drafted" class="draft-note">
        <span
          >{{ drafted }} {{ drafted === 1 ? 'line was' : 'lines were' }} drafted for you. Touch a line to make it
          yours.</span
        >
        <button type="button" class="btn small" @click="store.accept()">Accept all</button>
      </p>
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
      <LineList
        label="Also speaks"
        item="language"
        path="identity.alsoSpeaks"
        :most="20"
        placeholder="fr, de, es, it or nl"
      />
    </section>

    <section id="purpose">
      <h2>Purpose</h2>
      <EditLine label="Job" path="purpose.job" is-long placeholder="answer passengers’ questions about …" />
      <EditLine label="Audience" path="purpose.audience" is-long placeholder="Who asks, and what they know already" />
      <LineList label="Goal" path="purpose.goals" placeholder="What a good answer achieves" />
      <LineList label="Out of scope" path="purpose.outOfScope" placeholder="What is not its business" />
      <p class="models soft small">
        Audience, goals and scope are for a language model. What the built-in model must keep out of is a boundary.
      </p>
    </section>

    <section id="manner">
      <h2>Manner</h2>
      <MannerSection :brief="brief" :agent-id="agentId" />
    </section>

    <section id="rules">
      <h2>Rules</h2>
      <RuleList
        :rules="brief.rules"
        :reading-of="store.readingOf"
        field="rules"
        can-share
        @change="edit((d) => (d.rules = $event))"
        @share="shared?.share($event)"
      />
      <SharedRules ref="shared" />
    </section>

    <section id="duties">
      <h2>Duties</h2>
      <DutyList :duties="brief.duties" @change="edit((d) => (d.duties = $event))" />
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
          {
            key: 'unlike',
            label: 'But not',
            placeholder: 'questions near it that are fine',
            isList: true,
            separator: '\n',
          },
          { key: 'reply', label: 'Say instead', placeholder: 'word for word' },
          { key: 'onHit', label: 'And then', placeholder: '', choices: ON_HIT },
        ]"
        :blank="
          () => ({
            id: newId(),
            subject: '',
            examples: [],
            unlike: [],
            reply: '',
            onHit: 'decline' as const,
            enabled: true,
          })
        "
        empty="Subjects it stays out of, and what it says instead."
        @change="edit((d) => (d.boundaries = $event))"
      >
        <template #beneath="{ entry, set }">
          <CalledBy
            :name="`boundary ${entry.id}`"
            :like="entry.examples"
            :unlike="entry.unlike"
            @teach="set({ examples: $event.like, unlike: $event.unlike })"
          />
        </template>
      </EntryList>
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

    <section id="answers">
      <h2>Model answers</h2>
      <EntryList
        name="model answer"
        field="answers"
        :entries="brief.answers"
        :parts="[
          { key: 'question', label: 'Asked', placeholder: 'a question as people put it' },
          { key: 'answer', label: 'Good answer', placeholder: 'as you would give it' },
          { key: 'why', label: 'Why good', placeholder: 'for you and your colleagues' },
        ]"
        :blank="() => ({ question: '', answer: '', why: '', enabled: true })"
        empty="Worked examples. A close question is answered in the same shape, with the facts as they are now."
        @change="edit((d) => (d.answers = $event))"
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
      <SwitchLine
        label="Next questions"
        path="openers.followUps"
        on="An outside model suggests what to ask next."
        off="No next questions are suggested."
      />
    </section>

    <section id="grounding">
      <h2>Grounding</h2>
      <GroundingSection :brief="brief" />
    </section>

    <section id="memory">
      <h2>Memory</h2>
      <label class="number-line" data-field="memory.turns">
        <span class="label">Turns</span>
        <input class="field" type="number" min="0" max="100" :value="brief.memory.turns" @change="setTurns" />
        <span class="small soft">of the conversation are seen in full.</span>
      </label>
      <SwitchLine
        label="Summary"
        path="memory.summarise"
        on="What came before them is kept in a line each."
        off="What came before them is forgotten."
      />
      <SwitchLine
        label="The visitor"
        path="memory.rememberVisitor"
        on="Name, party and preferences are remembered for this conversation."
        off="Nothing a visitor tells of themselves is kept."
      />
    </section>

    <section id="variables">
      <h2>Variables</h2>
      <EntryList
        name="variable"
        field="variables"
        :entries="brief.variables"
        :parts="[
          { key: 'name', label: 'Name', placeholder: 'used as {{name}} in greeting, rules and steps' },
          { key: 'fallback', label: 'Otherwise', placeholder: 'what stands there when nothing is known' },
        ]"
        :blank="() => ({ name: '', fallback: '' })"
        empty="Words that differ from visitor to visitor, used as {{name}} in greeting, rules and steps."
        @change="edit((d) => (d.variables = $event))"
      />
    </section>

    <section id="freeform">
      <h2>Free text</h2>
      <EditLine
        label="For a model"
        path="freeform"
        is-long
        :maxlength="40000"
        placeholder="Anything else, passed on as written"
        note="A language model reads this as written. The built-in model does not."
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
.models {
  margin: 4px 0 0 142px;
}
@media (max-width: 720px) {
  .models {
    margin-left: 0;
  }
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
.draft-note {
  display: flex;
  gap: 14px;
  align-items: center;
  justify-content: space-between;
  padding: 8px 14px;
  margin-bottom: 14px;
  background: var(--sky);
  border-radius: var(--radius);
}
.number-line {
  display: grid;
  grid-template-columns: 128px 84px 1fr;
  gap: 14px;
  align-items: center;
  padding: 7px 0;
}
.number-line .field {
  padding: 5px 8px;
  text-align: right;
}
</style>
