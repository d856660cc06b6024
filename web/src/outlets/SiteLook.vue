<script setup lang="ts">
import { ref } from 'vue'
import { ElButton, ElInput } from 'element-plus'
import type { OutletLook, SiteLookFound } from '@parrot/contract'
import { post } from '../api/client'
import { useActing } from '../shared/acting'
import { useAllowing } from '../shared/allowing'
import { tell } from '../shared/undo'

/** Takes colours, letters and logo over from a site: looked at there, proposed, and taken with one click. */
const props = defineProps<{ outletId: string }>()
const look = defineModel<OutletLook>({ required: true })

const url = ref('')
const found = ref<SiteLookFound>()
const acting = useActing()
const { error, isBusy } = acting
const { hostToAllow, attempt, allow } = useAllowing(acting)

const read = () =>
  attempt(async () => {
    found.value = undefined
    found.value = await post<SiteLookFound>(`/api/outlets/${props.outletId}/look`, { url: url.value })
  })

function take(accent: string): void {
  const before = { ...look.value }
  const { paper, logo, font } = found.value!
  look.value = { ...before, accent, paper, logo: logo || before.logo, font: font ?? before.font }
  tell(`It looks like ${found.value!.host} now.`, async () => void (look.value = before))
}
</script>

<template>
  <div class="form-line">
    <span class="label">From your site</span>
    <div>
      <form class="acts" @submit.prevent="read">
        <ElInput v-model="url" class="address" placeholder="www.example.org" aria-label="Address of your site" />
        <ElButton native-type="submit" :disabled="!url.trim() || isBusy">{{
          isBusy ? 'Looking …' : 'Look at it'
        }}</ElButton>
      </form>
      <p v-if="error" class="wrong" role="alert">
        {{ error }}
        <ElButton v-if="hostToAllow" size="small" @click="allow">Allow {{ hostToAllow }} and look again</ElButton>
      </p>
      <div v-if="found" class="found" role="status">
        <img v-if="found.logo" :src="`/api/faces/${found.logo}`" alt="Its logo" />
        <template v-if="found.accents.length">
          <span class="soft small">Take it over with</span>
          <ElButton
            v-for="accent in found.accents"
            :key="accent"
            size="small"
            class="colour"
            :style="{ '--colour': accent }"
            :aria-label="`Take it over with ${accent}`"
            @click="take(accent)"
            >{{ accent }}</ElButton
          >
        </template>
        <span v-else class="soft small">Its styles name no colour that stands out.</span>
      </div>
    </div>
  </div>
</template>

<style scoped>
.address {
  flex: 1;
}
.found {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-2);
  margin-top: var(--gap-2);
}
.found img {
  max-height: 40px;
  max-width: 140px;
}
.colour {
  border-left: 16px solid var(--colour);
  margin: 0;
}
</style>
