<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
import { computed, ref } from 'vue'
import type { CalledLine } from '@parrot/contract'
import { percent } from '../shared/when'
import { useCalls } from './callStore'

/**
 * Which lines call for a rule, boundary or duty, with how sure that is. Saying "meant" or "not meant" of one teaches it;
 * a line of one's own can be tried.
 */
const props = defineProps<{
  /** Key of the condition among those that are tried. */
  name: string
  like: readonly string[]
  unlike: readonly string[]
}>()
const emit = defineEmits<{ teach: [taught: { like: string[]; unlike: string[] }] }>()
const calls = useCalls()
const isOpen = ref(false)
const tried = ref<CalledLine>()
const draft = ref('')
const own = computed(() => calls.byKey.get(props.name))
const taught = computed(() => [
  ...props.like.filter(Boolean).map((line) => ({ line, isMeant: true })),
  ...props.unlike.filter(Boolean).map((line) => ({ line, isMeant: false })),
])

const WHERE: Record<CalledLine['from'], string> = {
  visitor: 'a visitor',
  try: 'you, trying',
  script: 'a script',
  pin: 'pinned',
  suggestion: 'a suggestion',
  own: 'just now',
}

function teach(line: string, isMeant: boolean): void {
  const without = (lines: readonly string[]) => lines.filter((each) => each.trim() !== line.trim())
  emit('teach', {
    like: isMeant ? [...without(props.like), line] : without(props.like),
    unlike: isMeant ? without(props.unlike) : [...without(props.unlike), line],
  })
  if (tried.value?.line === line) tried.value = undefined
}

function forget(line: string): void {
  const without = (lines: readonly string[]) => lines.filter((each) => each !== line)
  emit('teach', { like: without(props.like), unlike: without(props.unlike) })
}

async function tryOne(): Promise<void> {
  const line = draft.value.trim()
  if (line === '') return
  tried.value = await calls.tryLine(props.name, line).catch(() => undefined)
  draft.value = ''
}

const shown = computed(() => [...(tried.value ? [tried.value] : []), ...(own.value?.samples ?? [])])
const summary = computed(() => {
  if (!own.value) return 'Which lines call for it?'
  const { called } = own.value
  return called === 0 ? `No line of ${calls.lines} calls for it` : `${called} of ${calls.lines} lines call for it`
})
</script>

<template>
  <div v-if="own || isOpen" class="called">
    <ElButton text size="small" class="summary" :aria-expanded="isOpen" @click="isOpen = !isOpen">
      <span aria-hidden="true">{{ isOpen ? '▾' : '▸' }}</span> {{ summary }}
    </ElButton>
    <div v-if="isOpen" class="panel">
      <p v-if="shown.length === 0" class="soft small">
        Nothing that was said to the agent comes near. Try a line below, and say whether it is meant.
      </p>
      <ul v-else>
        <li v-for="sample in shown" :key="sample.line" :class="{ due: sample.isCalled }">
          <span class="sure number" :title="sample.because.join('; ') || 'nothing in common'">{{
            percent(sample.confidence)
          }}</span>
          <span class="line">
            <q>{{ sample.line }}</q>
            <span class="soft small"
              >{{ sample.isCalled ? 'calls for it' : 'does not' }} · {{ WHERE[sample.from]
              }}<template v-if="sample.because.length"> · {{ sample.because[0] }}</template></span
            >
          </span>
          <span class="say">
            <ElButton size="small" @click="teach(sample.line, true)">Meant</ElButton>
            <ElButton size="small" @click="teach(sample.line, false)">Not meant</ElButton>
          </span>
        </li>
      </ul>
      <ul v-if="taught.length" class="taught">
        <li v-for="{ line, isMeant } in taught" :key="line">
          <span class="sure" aria-hidden="true">{{ isMeant ? '✓' : '✕' }}</span>
          <span class="line"
            ><q>{{ line }}</q> <span class="soft small">{{ isMeant ? 'meant' : 'not meant' }}</span></span
          >
          <ElButton text size="small" class="x" :aria-label="`Forget “${line}”`" @click="forget(line)">×</ElButton>
        </li>
      </ul>
      <form class="try" @submit.prevent="tryOne">
        <ElInput
          v-model="draft"
          size="small"
          maxlength="600"
          placeholder="Try a line a visitor may say"
          aria-label="Try a line"
        />
        <ElButton native-type="submit" size="small">Try it</ElButton>
      </form>
      <p v-if="calls.hasFailed" class="small wrong">
        The lines could not be tried just now. The next edit tries again.
      </p>
    </div>
  </div>
</template>

<style scoped>
.called {
  margin: 5px 0 2px calc(var(--acts-indent, 0px) + 4px);
  font: var(--text-ui) / 1.45 var(--sans);
}
.summary {
  margin-left: calc(-1 * var(--gap-2));
  font-weight: 400;
}
.panel {
  margin-top: var(--gap-2);
  padding: 2px 0 var(--gap-2) var(--gap-3);
  border-left: 2px solid var(--accent-wash);
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 46px 1fr auto;
  gap: var(--gap-3);
  align-items: start;
  padding: var(--gap-1) 0;
}
.sure {
  color: var(--soft);
  text-align: right;
}
.due .sure {
  color: var(--accent-deep);
  font-weight: 700;
}
.line q {
  display: block;
  font: var(--text-body) / 1.4 var(--serif);
}
.taught {
  margin-top: var(--gap-1);
  padding-top: var(--gap-1);
  border-top: 1px solid var(--line);
}
.taught .line q {
  display: inline;
}
.say {
  display: flex;
  gap: var(--gap-2);
}
.try {
  display: flex;
  gap: var(--gap-2);
  margin-top: var(--gap-2);
}
@media (width < 720px) {
  li {
    grid-template-columns: 42px 1fr;
  }
  .say {
    grid-column: 2;
  }
}
</style>
