<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Brief, UsableTool } from '@parrot/contract'
import { get } from '../api/client'
import { useAgent } from '../frame/agentStore'
import { useLoaded } from '../shared/load'
import { useBrief } from './briefStore'
import CalledBy from './CalledBy.vue'
import { useCalls } from './callStore'
import ColleagueList from './ColleagueList.vue'
import DutyList from './DutyList.vue'
import EditLine from './EditLine.vue'
import { BOUNDARIES, MODEL_ANSWERS, TERMS, VARIABLES } from './entryKinds'
import EntryList from './EntryList.vue'
import GroundingSection from './GroundingSection.vue'
import IdentitySection from './IdentitySection.vue'
import InsertList from './InsertList.vue'
import LineList from './LineList.vue'
import MannerSection from './MannerSection.vue'
import { useMarginLayout } from './marginLayout'
import MemorySection from './MemorySection.vue'
import ModelChoice from './ModelChoice.vue'
import RuleList from './RuleList.vue'
import SharedRules from './SharedRules.vue'
import ShareMenu from './ShareMenu.vue'
import SwitchLine from './SwitchLine.vue'
import ToolList from './ToolList.vue'

/** The brief as a document, section by section; every line is edited where it is read. */
const props = defineProps<{ brief: Brief; agentId: string }>()
const store = useBrief()
const agents = useAgent()
const root = ref<HTMLElement>()
const shared = ref<InstanceType<typeof SharedRules>>()
useMarginLayout(root, [() => store.remarks, () => store.readingOf])

const { edit } = store
const { data: tools, load: loadTools } = useLoaded(() =>
  get<{ tools: UsableTool[] }>(`/api/agents/${props.agentId}/tools`),
)
watch(() => props.agentId, loadTools, { immediate: true })
const usable = computed(() => tools.value?.tools)
const calls = useCalls()
watch(
  () => [props.agentId, props.brief] as const,
  ([id, brief]) => calls.follow(id, brief),
  { immediate: true, deep: true },
)
</script>

<template>
  <div ref="root" class="document">
    <section id="identity">
      <IdentitySection :brief="brief" :agent-id="agentId" />
    </section>

    <section id="purpose">
      <h2 tabindex="-1">Purpose</h2>
      <EditLine label="Job" path="purpose.job" is-long placeholder="answer questions about …" />
      <EditLine label="Audience" path="purpose.audience" is-long placeholder="Who asks, and what they know already" />
      <LineList label="Goal" path="purpose.goals" placeholder="What a good answer achieves" />
      <LineList label="Out of scope" path="purpose.outOfScope" placeholder="What is not its business" />
      <p class="models soft small">
        Audience, goals and scope are for a language model. What the built-in model must keep out of is a boundary.
      </p>
    </section>

    <section id="manner">
      <h2 tabindex="-1">Manner</h2>
      <MannerSection :brief="brief" :agent-id="agentId" />
    </section>

    <section id="rules">
      <h2 tabindex="-1">Rules</h2>
      <RuleList
        :rules="brief.rules"
        :reading-of="store.readingOf"
        field="rules"
        @change="edit((d) => (d.rules = $event))"
      >
        <template #acts="{ rule }">
          <ShareMenu :targets="shared?.targets ?? []" @share="shared?.share(rule, $event)" />
        </template>
      </RuleList>
      <SharedRules ref="shared" />
    </section>

    <section id="duties">
      <h2 tabindex="-1">Duties</h2>
      <DutyList
        :duties="brief.duties"
        :tools="brief.tools"
        :inserts="brief.inserts"
        :colleagues="brief.colleagues"
        @change="edit((d) => (d.duties = $event))"
      />
    </section>

    <section id="tools">
      <h2 tabindex="-1">Tools</h2>
      <ToolList :tools="brief.tools" :usable="usable" @change="edit((d) => (d.tools = $event))" />
    </section>

    <section id="colleagues">
      <h2 tabindex="-1">Colleagues</h2>
      <ColleagueList
        :key="agentId"
        :colleagues="brief.colleagues"
        :agent-id="agentId"
        @change="edit((d) => (d.colleagues = $event))"
      />
    </section>

    <section id="inserts">
      <h2 tabindex="-1">Inserts</h2>
      <InsertList :inserts="brief.inserts" :agent-id="agentId" @change="edit((d) => (d.inserts = $event))" />
    </section>

    <section id="boundaries">
      <h2 tabindex="-1">Boundaries</h2>
      <EntryList v-bind="BOUNDARIES" :entries="brief.boundaries" @change="edit((d) => (d.boundaries = $event))">
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
      <h2 tabindex="-1">Glossary</h2>
      <EntryList v-bind="TERMS" :entries="brief.glossary" @change="edit((d) => (d.glossary = $event))" />
    </section>

    <section id="answers">
      <h2 tabindex="-1">Model answers</h2>
      <EntryList v-bind="MODEL_ANSWERS" :entries="brief.answers" @change="edit((d) => (d.answers = $event))" />
    </section>

    <section id="openers">
      <h2 tabindex="-1">Openers</h2>
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
      <h2 tabindex="-1">Grounding</h2>
      <GroundingSection :brief="brief" />
    </section>

    <section id="memory">
      <h2 tabindex="-1">Memory</h2>
      <MemorySection :brief="brief" />
    </section>

    <section id="variables">
      <h2 tabindex="-1">Variables</h2>
      <EntryList v-bind="VARIABLES" :entries="brief.variables" @change="edit((d) => (d.variables = $event))" />
    </section>

    <section id="freeform">
      <h2 tabindex="-1">Free text</h2>
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
      <h2 tabindex="-1">Model</h2>
      <ModelChoice v-if="agents.agent" :agent="agents.agent" />
    </section>
  </div>
</template>

<style scoped>
.document {
  padding-bottom: 50vh;
}
section {
  padding: var(--gap-3) 0 var(--gap-4);
  scroll-margin-top: calc(var(--path-height) + 54px);
}
.models {
  margin: var(--gap-1) 0 0 calc(var(--label-width) + var(--gap-3));
}
section :deep(h2) {
  margin-bottom: var(--gap-2);
  padding-bottom: var(--gap-1);
  border-bottom: 1px solid var(--line);
}
/* The bar above the document takes two lines where there is less room. */
@media (width < 960px) {
  section {
    scroll-margin-top: calc(var(--path-height) + 92px);
  }
}
@media (width < 720px) {
  .models {
    margin-left: 0;
  }
}
</style>
