<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed } from 'vue'
import { useBrief } from './briefStore'

/** The remarks on one field, for the margin; `deep` takes those on its parts too. A mend is one click away. */
const props = defineProps<{ field: string; deep?: boolean }>()
const store = useBrief()
const remarks = computed(() =>
  store.remarks.filter(
    (remark) => remark.field === props.field || (props.deep === true && remark.field.startsWith(`${props.field}.`)),
  ),
)
</script>

<template>
  <aside v-if="remarks.length" class="margin-note remarks" aria-label="Remarks">
    <div v-for="remark in remarks" :key="`${remark.kind} ${remark.field} ${remark.text}`" class="remark">
      <p class="what">{{ remark.text }}</p>
      <p class="why">{{ remark.why }}</p>
      <ElButton v-if="remark.mend" link class="mend" @click="store.mend(remark.mend.edit)">
        {{ remark.mend.label }}
      </ElButton>
    </div>
  </aside>
</template>

<style scoped>
.remarks {
  border-left: 2px solid var(--warm);
}
.remark + .remark {
  margin-top: var(--gap-2);
}
.what {
  color: var(--ink);
}
.what::before {
  content: '✎ ';
  color: var(--warm);
}
.mend {
  background: none;
  border: 0;
  padding: 2px 0;
  font: 600 var(--text-small) var(--sans);
  color: var(--accent-deep);
  text-decoration: underline;
  text-underline-offset: 3px;
  cursor: pointer;
  text-align: left;
}
</style>
