<script setup lang="ts">
import { ref } from 'vue'
import { ElInputNumber } from 'element-plus'
import type { Brief } from '@parrot/contract'
import ChoiceField from '../shared/ChoiceField.vue'
import CalledBy from './CalledBy.vue'
import EntryPart from './EntryPart.vue'
import EntryRow from './EntryRow.vue'
import { INSERTS, isNoAddress, type InsertKind } from './insertKinds'
import { newId, useOrderedList } from './orderedList'
import PictureField from './PictureField.vue'

/** What the agent shows beside its words, and when: a button, a picture, or something made from the library. */
type Entry = Brief['inserts'][number]
const props = defineProps<{ inserts: readonly Entry[]; agentId: string }>()
const emit = defineEmits<{ change: [inserts: Entry[]] }>()
const rows = ref<HTMLElement>()
const blank = (kind: InsertKind): Entry => ({
  id: newId(),
  kind,
  when: INSERTS[kind].when,
  like: [...INSERTS[kind].like],
  unlike: [],
  title: '',
  url: '',
  image: '',
  alt: '',
  form: 'pdf',
  most: 5,
  enabled: true,
})
const list = useOrderedList<Entry>(
  rows,
  () => props.inserts,
  (next) => emit('change', next),
  {
    blank: () => blank('link'),
    copy: (entry) => ({ ...entry, id: newId() }),
    isBlank: ({ when, title, url }) => (when + title + url).trim() === '',
    handle: '.grip',
  },
)
const ADDRESS = 'https://…, mailto:… or tel:…'
const KINDS = Object.entries(INSERTS).map(([kind, { name }]) => [kind as InsertKind, name] as const)
const FORMS = [
  ['pdf', 'a PDF to print'],
  ['docx', 'a DOCX to write on'],
  ['md', 'plain Markdown'],
] as const
const add = (kind: InsertKind | undefined) => kind && emit('change', [...props.inserts, blank(kind)])
const isCounted = (kind: InsertKind) => kind === 'quiz' || kind === 'cards'
const hasTitle = (kind: InsertKind) => kind === 'link' || kind === 'picture' || kind === 'file'
</script>

<template>
  <div class="inserts-list" data-field="inserts">
    <p v-if="inserts.length === 0" class="soft none">
      Nothing beside its words. An agent can show a button, a table, a chart, a quiz, cards, an outline, a picture or a
      file.
    </p>
    <div ref="rows">
      <EntryRow
        v-for="(entry, at) in inserts"
        :key="entry.id"
        name="insert"
        :at="at"
        :count="inserts.length"
        :list="list"
        field="inserts"
        :enabled="entry.enabled"
        @enable="list.set(at, { enabled: $event })"
      >
        <EntryPart label="Shows">
          <b class="title">{{ INSERTS[entry.kind].name }}</b>
          <span class="soft small">{{ INSERTS[entry.kind].says }}</span>
        </EntryPart>
        <EntryPart
          label="When"
          is-main
          :value="entry.when"
          :maxlength="1000"
          placeholder="someone asks for it"
          @write="list.set(at, { when: $event })"
        />
        <CalledBy
          :name="`insert ${entry.id}`"
          :like="entry.like"
          :unlike="entry.unlike"
          @teach="list.set(at, { like: $event.like, unlike: $event.unlike })"
        />
        <EntryPart
          v-if="hasTitle(entry.kind)"
          :label="entry.kind === 'link' ? 'Says' : 'Title'"
          :value="entry.title"
          :maxlength="300"
          :placeholder="entry.kind === 'link' ? 'what stands on the button' : 'what stands with it; may be empty'"
          @write="list.set(at, { title: $event })"
        />
        <EntryPart
          v-if="entry.kind === 'link'"
          label="Leads to"
          :value="entry.url"
          :maxlength="2000"
          :placeholder="ADDRESS"
          @write="list.set(at, { url: $event })"
        />
        <EntryPart v-if="entry.kind === 'link' && isNoAddress(entry.url)" label="">
          <p class="small warm">◐ That is no address a browser follows: it begins with https://, mailto: or tel:.</p>
        </EntryPart>
        <EntryPart v-if="entry.kind === 'picture'" label="Picture">
          <PictureField
            :agent-id="agentId"
            :image="entry.image"
            :alt="entry.alt"
            :about="`Insert ${at + 1}`"
            @change="list.set(at, $event)"
          />
        </EntryPart>
        <EntryPart
          v-if="entry.kind === 'picture'"
          label="In it is"
          :value="entry.alt"
          :maxlength="600"
          placeholder="told to who does not see it"
          @write="list.set(at, { alt: $event })"
        />
        <EntryPart v-if="entry.kind === 'file'" label="As">
          <ChoiceField
            :model-value="entry.form"
            :options="FORMS"
            :about="`Insert ${at + 1}: as what it is given out`"
            @update:model-value="list.set(at, { form: $event ?? 'pdf' })"
          />
        </EntryPart>
        <EntryPart v-if="isCounted(entry.kind)" label="At most">
          <ElInputNumber
            :model-value="entry.most"
            class="times"
            :min="1"
            :max="20"
            controls-position="right"
            :aria-label="`Insert ${at + 1}: how many at most`"
            @update:model-value="list.set(at, { most: $event ?? 5 })"
          />
          <span class="soft small unit">{{ entry.kind === 'quiz' ? 'questions' : 'cards' }}</span>
        </EntryPart>
      </EntryRow>
    </div>
    <div class="add">
      <ChoiceField
        :model-value="undefined"
        :options="KINDS"
        about="Add an insert"
        placeholder="Add an insert …"
        @update:model-value="add"
      />
    </div>
  </div>
</template>

<style scoped>
.inserts-list {
  --acts-indent: 114px;
}
.none {
  padding: var(--gap-1) 0 var(--gap-3);
}
.title {
  margin-right: var(--gap-2);
}
.times {
  width: 90px;
}
.unit {
  margin-left: var(--gap-2);
}
.warm {
  color: var(--warm);
}
.add {
  margin-top: var(--gap-3);
}
</style>
