<script setup lang="ts">
import { ElButton } from 'element-plus'
import { reactive, ref } from 'vue'
import type { Endpoint, EndpointTest } from '@parrot/contract'
import { call, post, wordsFor } from '../api/client'
import { tell, tellFailure } from '../shared/undo'
import EndpointForm from './EndpointForm.vue'

/** The endpoints that were set up: each can be tried, changed and removed. */
defineProps<{ endpoints: readonly Endpoint[] }>()
const emit = defineEmits<{ changed: [] }>()

/** The endpoint whose form is open; "new" for one that is not there yet. */
const editing = ref<string>()
const tests = reactive(new Map<string, EndpointTest | string>())

const CAN = { answers: 'answers', streams: 'streams', tools: 'calls tools' } as const

async function test(endpoint: Endpoint): Promise<void> {
  tests.set(endpoint.id, 'Asking it to answer, to stream and to call a tool…')
  try {
    tests.set(endpoint.id, await post<EndpointTest>(`/api/endpoints/${endpoint.id}/test`))
  } catch (problem) {
    tests.set(endpoint.id, wordsFor(problem))
  }
}
const proofsOf = (id: string): EndpointTest | undefined => {
  const result = tests.get(id)
  return typeof result === 'object' ? result : undefined
}

function saved(isNew: boolean): void {
  editing.value = undefined
  emit('changed')
  tell(isNew ? 'The endpoint is set up. Choose it in an agent’s brief, under Model.' : 'The endpoint was changed.')
}

async function remove(endpoint: Endpoint): Promise<void> {
  try {
    await call('DELETE', `/api/endpoints/${endpoint.id}`)
    emit('changed')
    tell(`“${endpoint.name}” was removed.`, async () => {
      await post(`/api/endpoints/${endpoint.id}/restore`)
      emit('changed')
    })
  } catch (problem) {
    tellFailure(problem)
  }
}
</script>

<template>
  <ul v-if="endpoints.length" class="plain-rows">
    <li v-for="endpoint in endpoints" :key="endpoint.id">
      <EndpointForm
        v-if="editing === endpoint.id"
        :endpoint="endpoint"
        :others="endpoints"
        @saved="saved"
        @cancel="editing = undefined"
      />
      <template v-else>
        <div class="plain-row">
          <b>{{ endpoint.name }}</b>
          <span class="soft grow"
            >{{ endpoint.model }} at {{ endpoint.baseUrl }}, {{ endpoint.hasKey ? 'key set' : 'no key' }}</span
          >
          <ElButton size="small" @click="test(endpoint)">Try it</ElButton>
          <ElButton text size="small" @click="editing = endpoint.id">Change</ElButton>
          <ElButton type="danger" text size="small" @click="remove(endpoint)">Remove</ElButton>
        </div>
        <div v-if="tests.has(endpoint.id)" class="small tried" role="status">
          <template v-if="proofsOf(endpoint.id)">
            <p>{{ proofsOf(endpoint.id)!.message }} ({{ Math.round(proofsOf(endpoint.id)!.tookMs) }} ms)</p>
            <p>
              <span
                v-for="proof in proofsOf(endpoint.id)!.proofs"
                :key="proof.name"
                class="proof"
                :title="proof.message"
                >{{ proof.ok ? '✓' : '✕' }} {{ CAN[proof.name] }}</span
              >
            </p>
          </template>
          <p v-else>{{ tests.get(endpoint.id) }}</p>
        </div>
      </template>
    </li>
  </ul>
  <EndpointForm v-if="editing === 'new'" :others="endpoints" @saved="saved" @cancel="editing = undefined" />
  <ElButton v-else class="add" @click="editing = 'new'">Set up an endpoint</ElButton>
</template>

<style scoped>
.tried {
  padding: var(--gap-2) 0 2px;
}
.proof {
  margin-right: var(--gap-4);
}
.add {
  justify-self: start;
  width: auto;
}
</style>
