<script setup lang="ts">
import { ElButton, ElCheckbox, ElProgress } from 'element-plus'
import { computed, ref } from 'vue'
import type { StudyResult } from '@parrot/contract'
import { post } from '../api/client'
import { tell, tellFailure } from '../shared/undo'
import { plural } from '../shared/when'

/** What no script touches, each with a drafted script that would: those that are ticked are kept. */
const props = defineProps<{ agentId: string; result: Extract<StudyResult, { kind: 'coverage' }> }>()
const emit = defineEmits<{ field: [field: string]; source: [sourceId: string] }>()

/** The kinds as they are counted. */
const MANY: Readonly<Record<string, string>> = {
  Rule: 'Rules',
  Duty: 'Duties',
  Boundary: 'Boundaries',
  Term: 'Terms',
  'Model answer': 'Model answers',
  Source: 'Sources',
  Passage: 'Passages',
}
type Untouched = (typeof props.result.untouched)[number]
const ticked = ref<string[]>([])
const kept = ref<string[]>([])
const touching = computed(() => props.result.untouched.filter(({ touches }) => touches))
const toggle = (id: string, isOn: boolean) =>
  (ticked.value = isOn ? [...ticked.value, id] : ticked.value.filter((each) => each !== id))
const sayOf = ({ script }: Untouched) => script.turns[0]?.say ?? ''
const percentOf = ({ total, touched }: { total: number; touched: number }) =>
  total === 0 ? 100 : (100 * touched) / total

async function keep(): Promise<void> {
  const chosen = props.result.untouched.filter(({ id }) => ticked.value.includes(id))
  try {
    for (const { script, id } of chosen) {
      await post(`/api/agents/${props.agentId}/scripts`, { ...script, tags: ['drafted'] })
      kept.value = [...kept.value, id]
    }
    tell(`${plural(chosen.length, 'script')} kept.`)
    ticked.value = []
  } catch (problem) {
    tellFailure(problem)
  }
}
</script>

<template>
  <dl class="covered">
    <div v-for="kind in result.covered" :key="kind.label">
      <dt>{{ MANY[kind.label] ?? kind.label }}</dt>
      <dd>
        <ElProgress
          :percentage="percentOf(kind)"
          :show-text="false"
          :aria-label="`${MANY[kind.label] ?? kind.label} touched`"
        />
        <span class="number small">{{ kind.touched }} of {{ kind.total }} touched</span>
      </dd>
    </div>
  </dl>
  <p v-if="result.untouched.length === 0" class="soft">
    The scripts touch every rule, duty, boundary, term, model answer and source.
  </p>
  <template v-else>
    <div class="acts head">
      <h3 class="grow">Not touched by any script</h3>
      <ElButton size="small" text @click="ticked = touching.filter(({ id }) => !kept.includes(id)).map(({ id }) => id)"
        >Tick all that work</ElButton
      >
      <ElButton size="small" type="primary" :disabled="ticked.length === 0" @click="keep"
        >Keep {{ plural(ticked.length, 'script') }}</ElButton
      >
    </div>
    <ul class="plain-rows">
      <li v-for="each in result.untouched" :key="each.id">
        <div class="plain-row">
          <ElCheckbox
            :model-value="ticked.includes(each.id) || kept.includes(each.id)"
            :disabled="kept.includes(each.id)"
            :aria-label="`Keep a script for ${each.text}`"
            @change="toggle(each.id, $event === true)"
          />
          <div class="grow">
            <p class="text">
              <span class="small soft">{{ each.label }}</span> {{ each.text }}
            </p>
            <p class="small">
              <span class="soft">Drafted:</span> “{{ sayOf(each) }}”
              <span :class="each.touches ? 'soft' : 'wrong'">{{
                kept.includes(each.id)
                  ? 'kept'
                  : !each.touches
                    ? 'does not reach it; say it otherwise'
                    : each.passes
                      ? 'reaches it and passes'
                      : 'reaches it, and fails'
              }}</span>
            </p>
          </div>
          <ElButton v-if="each.field" text size="small" @click="emit('field', each.field)">Open the line</ElButton>
          <ElButton v-else-if="each.sourceId" text size="small" @click="emit('source', each.sourceId)"
            >Open the source</ElButton
          >
        </div>
      </li>
    </ul>
  </template>
</template>

<style scoped>
.covered {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: var(--gap-3) var(--gap-5);
  margin: var(--gap-4) 0;
}
dt {
  font-weight: 700;
}
dd {
  margin: 0;
}
.head {
  margin-bottom: var(--gap-2);
}
.text {
  font: var(--text-read) / 1.4 var(--serif);
  overflow-wrap: anywhere;
}
.text .small {
  font-family: var(--sans);
}
</style>
