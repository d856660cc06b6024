<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, ref } from 'vue'
import type { StudyResult } from '@parrot/contract'
import { plural } from '../shared/when'
import EffectsChart from './EffectsChart.vue'

/** What each line of the brief does, as one chart and the lines themselves, the largest effect first. */
const props = defineProps<{ result: Extract<StudyResult, { kind: 'effects' }> }>()
const emit = defineEmits<{ field: [field: string]; script: [scriptId: string] }>()

type Effect = (typeof props.result.effects)[number]
const open = ref('')
const counts = computed(() => {
  const of = (verdict: Effect['verdict']) => props.result.effects.filter((each) => each.verdict === verdict).length
  return { works: of('works'), twice: of('twice'), dead: of('dead') }
})
const VERDICTS = {
  works: '',
  twice: 'used, but without it nothing moves: another line does the same',
  dead: 'no script uses it',
} as const
const movesOf = ({ broken, mended, reworded }: Effect): string =>
  [
    broken.length > 0 ? `breaks ${broken.length}` : '',
    mended.length > 0 ? `mends ${mended.length}` : '',
    reworded.length > 0 ? `rewords ${reworded.length}` : '',
  ]
    .filter(Boolean)
    .join(', ')
</script>

<template>
  <p class="summary">
    {{ plural(counts.works, 'line') }} of the brief {{ counts.works === 1 ? 'moves' : 'move' }} something in
    {{ plural(result.scripts, 'script') }} when left out; {{ counts.twice }}
    {{ counts.twice === 1 ? 'is' : 'are' }} covered twice, {{ counts.dead }} {{ counts.dead === 1 ? 'is' : 'are' }} used
    by no script.
  </p>
  <EffectsChart v-if="counts.works" :effects="result.effects.filter(({ verdict }) => verdict === 'works')" />
  <ol class="plain-rows">
    <li v-for="effect in result.effects" :key="effect.id" :class="effect.verdict">
      <div class="plain-row">
        <div class="grow">
          <p class="text">
            <span class="small soft">{{ effect.label }}</span> {{ effect.text }}
          </p>
          <p class="small" :class="effect.broken.length ? 'wrong' : 'soft'">
            {{ effect.verdict === 'works' ? `Leaving it out ${movesOf(effect)}` : VERDICTS[effect.verdict] }}
          </p>
        </div>
        <ElButton
          v-if="effect.verdict === 'works'"
          text
          size="small"
          :aria-expanded="open === effect.id"
          @click="open = open === effect.id ? '' : effect.id"
          >Which scripts</ElButton
        >
        <ElButton text size="small" @click="emit('field', effect.field)">Open the line</ElButton>
      </div>
      <p v-if="open === effect.id" class="scripts small">
        <ElButton
          v-for="script in [...effect.broken, ...effect.mended, ...effect.reworded]"
          :key="script.scriptId"
          link
          @click="emit('script', script.scriptId)"
          >{{ script.title }}</ElButton
        >
      </p>
    </li>
  </ol>
</template>

<style scoped>
.summary {
  margin: var(--gap-3) 0;
}
.text {
  font: var(--text-read) / 1.4 var(--serif);
  overflow-wrap: anywhere;
}
.text .small {
  font-family: var(--sans);
  margin-right: var(--gap-1);
}
.dead .text,
.twice .text {
  color: var(--soft);
}
.scripts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-1) var(--gap-3);
  padding: var(--gap-1) 0 var(--gap-2);
}
</style>
