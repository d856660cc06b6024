<script setup lang="ts">
import { ref } from 'vue'
import type { Brief } from '@parrot/contract'
import CalledBy from './CalledBy.vue'
import EntryRow from './EntryRow.vue'
import { newId, useEntries } from './useEntries'

type Duty = Brief['duties'][number]
type Ask = Duty['ask'][number]

/** Duties: when each begins, what it asks for one by one, and what is said once all is there. */
const props = defineProps<{ duties: readonly Duty[] }>()
const emit = defineEmits<{ change: [duties: Duty[]] }>()
const root = ref<HTMLElement>()
const entries = useEntries<Duty>(
  root,
  () => props.duties,
  (next) => emit('change', next),
  {
    blank: () => ({
      id: newId(),
      name: '',
      when: '',
      examples: [],
      unlike: [],
      steps: '',
      ask: [],
      tools: [],
      enabled: true,
    }),
    copy: (duty) => ({ ...duty, id: newId(), name: `${duty.name} (copy)` }),
  },
)

const TYPES: Readonly<Record<Ask['type'], string>> = {
  text: 'any words',
  number: 'a number',
  date: 'a day',
  time: 'a time',
  email: 'an e-mail address',
  phone: 'a phone number',
  choice: 'one of the choices',
}

const text = (event: Event) => (event.target as HTMLTextAreaElement).value
const lines = (event: Event) =>
  text(event)
    .split('\n')
    .map((line) => line.trimStart())
const setAsk = (duty: Duty, at: number, n: number, part: Partial<Ask>) =>
  entries.set(at, { ask: duty.ask.map((ask, index) => (index === n ? { ...ask, ...part } : ask)) })
const addAsk = (duty: Duty, at: number) =>
  entries.set(at, { ask: [...duty.ask, { name: '', type: 'text', question: '', required: true }] })
const removeAsk = (duty: Duty, at: number, n: number) =>
  entries.set(at, { ask: duty.ask.filter((_, index) => index !== n) })
</script>

<template>
  <div ref="root" data-field="duties">
    <p v-if="duties.length === 0" class="soft none">
      No duties yet. A duty is a job with steps: it asks for what it needs one by one, checks each answer, and can be
      left and gone on with.
    </p>
    <EntryRow
      v-for="(duty, at) in duties"
      :key="duty.id"
      name="duty"
      :at="at"
      :count="duties.length"
      :entries="entries"
      field="duties"
      :enabled="duty.enabled"
      @enable="entries.set(at, { enabled: $event })"
    >
      <label class="part">
        <span class="label">Name</span>
        <textarea
          class="ghost main name"
          rows="1"
          maxlength="120"
          :value="duty.name"
          placeholder="Book a room"
          @input="entries.set(at, { name: text($event).replace(/\n/g, ' ') })"
        />
      </label>
      <label class="part">
        <span class="label">Begins when</span>
        <textarea
          class="ghost"
          rows="1"
          maxlength="1000"
          :value="duty.when"
          placeholder="the visitor wants to book a room"
          @input="entries.set(at, { when: text($event).replace(/\n/g, ' ') })"
        />
      </label>
      <label class="part">
        <span class="label">Such as</span>
        <textarea
          class="ghost"
          rows="1"
          :value="duty.examples.join('\n')"
          placeholder="one way to ask for it a line"
          @input="entries.set(at, { examples: lines($event) })"
        />
      </label>
      <CalledBy
        :name="`duty ${duty.id}`"
        :like="duty.examples"
        :unlike="duty.unlike"
        @teach="entries.set(at, { examples: $event.like, unlike: $event.unlike })"
      />
      <div class="part">
        <span class="label">Asks for</span>
        <div>
          <div v-for="(ask, n) in duty.ask" :key="n" class="ask" :data-field="`duties.${at}.ask.${n}`">
            <input
              class="field"
              :value="ask.name"
              maxlength="80"
              placeholder="day"
              :aria-label="`Duty ${at + 1}, asks for ${n + 1}: name`"
              @input="setAsk(duty, at, n, { name: text($event) })"
            />
            <select
              class="field"
              :value="ask.type"
              :aria-label="`Duty ${at + 1}, asks for ${n + 1}: type`"
              @change="setAsk(duty, at, n, { type: text($event) as Ask['type'] })"
            >
              <option v-for="(words, type) in TYPES" :key="type" :value="type">{{ words }}</option>
            </select>
            <input
              class="field question"
              :value="ask.question"
              maxlength="600"
              placeholder="For which day?"
              :aria-label="`Duty ${at + 1}, asks for ${n + 1}: question`"
              @input="setAsk(duty, at, n, { question: text($event) })"
            />
            <label class="small need" title="Without it the duty cannot end">
              <input
                type="checkbox"
                :checked="ask.required"
                @change="setAsk(duty, at, n, { required: ($event.target as HTMLInputElement).checked })"
              />
              needed
            </label>
            <button
              type="button"
              class="x"
              :aria-label="`Remove what duty ${at + 1} asks for, ${n + 1}`"
              @click="removeAsk(duty, at, n)"
            >
              ×
            </button>
          </div>
          <button type="button" class="add" @click="addAsk(duty, at)">+ something to ask for</button>
        </div>
      </div>
      <label class="part">
        <span class="label">Then</span>
        <textarea
          class="ghost steps"
          rows="2"
          maxlength="8000"
          :value="duty.steps"
          placeholder="Say “Thank you, that is booked.”"
          @input="entries.set(at, { steps: text($event) })"
        />
      </label>
    </EntryRow>
    <button type="button" class="btn small" @click="entries.add">Add a duty</button>
  </div>
</template>

<style scoped>
.none {
  padding: 4px 0 14px;
}
div {
  --acts-indent: 116px;
}
.part {
  display: grid;
  grid-template-columns: 102px 1fr;
  gap: 14px;
  align-items: baseline;
}
.part .name {
  font-weight: 600;
}
.ask {
  display: grid;
  grid-template-columns: 150px 180px auto 1fr;
  gap: 5px 8px;
  align-items: center;
  margin: 4px 0 9px;
}
.ask .field {
  padding: 5px 8px;
  font-size: 14px;
}
.question {
  grid-column: 1 / -1;
  order: 1;
}
.x {
  justify-self: start;
}
.need {
  display: flex;
  gap: 4px;
  align-items: center;
  color: var(--soft);
}
.x,
.add {
  background: none;
  border: 0;
  color: var(--soft);
  cursor: pointer;
  padding: 3px 6px;
}
.add {
  font: 600 13px var(--sans);
  color: var(--accent-deep);
  margin-left: -6px;
}
@media (max-width: 720px) {
  .part {
    grid-template-columns: 1fr;
    gap: 2px;
  }
  .ask {
    grid-template-columns: 1fr 1fr;
  }
  .ask .question {
    grid-column: 1 / -1;
  }
}
</style>
