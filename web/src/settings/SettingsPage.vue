<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
import { onMounted, ref } from 'vue'
import { useTitle } from '@vueuse/core'
import type { Endpoint } from '@parrot/contract'
import { call, get, wordsFor } from '../api/client'
import EmptyNote from '../shared/EmptyNote.vue'
import { isOwner, loadSession, session } from '../members/session'
import { tell, tellFailure } from '../shared/undo'
import EmbedderSection from './EmbedderSection.vue'
import EndpointList from './EndpointList.vue'
import GivenUpWork from './GivenUpWork.vue'
import MailSection from './MailSection.vue'
import OneField from './OneField.vue'
import SimulatedModels from './SimulatedModels.vue'

/** Outside models and the private hosts pages may be fetched from. */
const endpoints = ref<Endpoint[]>()
const hosts = ref<string[]>([])
const error = ref('')
const newHost = ref('')
async function load(): Promise<void> {
  try {
    const [listed, allowed] = await Promise.all([
      get<{ endpoints: Endpoint[] }>('/api/endpoints'),
      get<{ hosts: string[] }>('/api/settings/hosts'),
    ])
    endpoints.value = listed.endpoints
    hosts.value = allowed.hosts
    error.value = ''
  } catch (problem) {
    error.value = wordsFor(problem)
  }
}
useTitle('Settings · Mild Parrot')
onMounted(async () => {
  await loadSession()
  if (isOwner.value) await load()
})

async function setHosts(next: string[]): Promise<void> {
  try {
    hosts.value = (await call<{ hosts: string[] }>('PUT', '/api/settings/hosts', { hosts: next })).hosts
    newHost.value = ''
  } catch (problem) {
    tellFailure(problem)
  }
}

async function removeHost(host: string): Promise<void> {
  const before = hosts.value
  await setHosts(hosts.value.filter((each) => each !== host))
  tell(`Pages of ${host} are no longer fetched.`, () => setHosts(before))
}
</script>

<template>
  <main class="page settings">
    <header class="page-head">
      <ElButton to="/" tag="router-link" text>‹ All agents</ElButton>
      <h1>Models and settings</h1>
    </header>
    <EmptyNote v-if="error" tone="failed" title="The settings could not be loaded" :text="error">
      <ElButton @click="load">Try again</ElButton>
    </EmptyNote>
    <EmptyNote
      v-else-if="session && !isOwner"
      title="These settings are an owner’s"
      text="Models, the embedder and private hosts are the same for everybody here."
    />
    <template v-else>
      <GivenUpWork />
      <section>
        <h2>Endpoints</h2>
        <p class="soft">
          An endpoint is a language model elsewhere that speaks the chat-completions protocol. Until you choose one for
          an agent, the built-in model answers. Keys are stored encrypted on the server and never shown again.
        </p>
        <EndpointList v-if="endpoints" :endpoints="endpoints" @changed="load" />
      </section>
      <section>
        <h2>Simulated models</h2>
        <p class="soft">
          They behave as language models do, well and badly, so that you see what the checks make of it. Nothing leaves
          this machine.
        </p>
        <SimulatedModels v-if="endpoints" :endpoints="endpoints" @changed="load" />
      </section>
      <section>
        <h2>Embedder</h2>
        <p class="soft">
          A service that turns texts into vectors, over the embeddings protocol. With one, passages are found by what
          they mean as well as by their words; without one, by words, phrases and the built-in word meanings.
        </p>
        <EmbedderSection />
      </section>
      <section>
        <h2>Recordings</h2>
        <p class="soft">
          Audio and video are sent to a transcriber, which answers with captions. Without one, add captions of a
          recording instead.
        </p>
        <OneField
          path="/api/settings/transcriber"
          name="url"
          label="Address of the transcriber"
          placeholder="http://127.0.0.1:4103/transcriptions"
        />
      </section>
      <section>
        <h2>Mail</h2>
        <p class="soft">By it those are told whom visitors ask for.</p>
        <MailSection />
      </section>
      <section>
        <h2>You</h2>
        <p class="soft">Noted beside the sources you add, and what visitors see when you answer them.</p>
        <OneField path="/api/settings/designer" name="name" label="Your name" placeholder="nobody said" />
      </section>
      <section>
        <h2>Private hosts</h2>
        <p class="soft">
          Pages on private networks are not fetched, so that nobody can use this server to look inside one. Allow the
          hosts that are yours.
        </p>
        <ul v-if="hosts.length" class="plain-rows">
          <li v-for="host in hosts" :key="host" class="plain-row">
            <span class="grow">{{ host }}</span>
            <ElButton type="danger" text size="small" @click="removeHost(host)">Remove</ElButton>
          </li>
        </ul>
        <form class="plain-row" @submit.prevent="setHosts([...hosts, newHost])">
          <ElInput v-model="newHost" placeholder="intranet.example or 10.0.0.5:8080" aria-label="Host to allow" />
          <ElButton native-type="submit" :disabled="newHost.trim() === ''">Allow</ElButton>
        </form>
      </section>
    </template>
  </main>
</template>

<style scoped>
.settings {
  max-width: 820px;
}
section {
  padding: var(--gap-4) 0;
  display: grid;
  gap: var(--gap-3);
  justify-items: start;
}
section > :not(.el-button) {
  width: 100%;
}
h2 {
  border-bottom: 1px solid var(--line);
  padding-bottom: var(--gap-1);
}
</style>
