<script setup lang="ts">
import { onMounted, reactive, ref } from 'vue'
import type { Endpoint } from '@parrot/contract'
import { call, get, post, wordsFor } from '../api/client'
import EmptyNote from '../shared/EmptyNote.vue'
import { tell, tellFailure } from '../shared/undo'
import OneField from './OneField.vue'

/** Outside models and the private hosts pages may be fetched from. */
const endpoints = ref<Endpoint[]>()
const hosts = ref<string[]>([])
const error = ref('')
const newHost = ref('')
const tests = reactive(new Map<string, string>())
const form = reactive({ id: '', name: '', baseUrl: '', model: '', key: '', isOpen: false, error: '' })

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
onMounted(() => {
  document.title = 'Settings · Mild Parrot'
  void load()
})

function openForm(endpoint?: Endpoint): void {
  Object.assign(form, { id: '', name: '', baseUrl: '', model: '', error: '', ...endpoint, key: '', isOpen: true })
}

async function saveEndpoint(): Promise<void> {
  const { id, name, baseUrl, model, key } = form
  const body = { name, baseUrl, model, ...(key === '' && id ? {} : { key }) }
  try {
    await (id ? call('PUT', `/api/endpoints/${id}`, body) : post('/api/endpoints', body))
    form.isOpen = false
    form.key = ''
    await load()
    tell(id ? 'The endpoint was changed.' : 'The endpoint is set up. Choose it in an agent’s brief, under Model.')
  } catch (problem) {
    form.error = wordsFor(problem)
  }
}

async function test(endpoint: Endpoint): Promise<void> {
  tests.set(endpoint.id, 'Asking…')
  try {
    const result = await post<{ ok: boolean; message: string; tookMs: number }>(`/api/endpoints/${endpoint.id}/test`)
    tests.set(endpoint.id, `${result.ok ? '✓' : '✕'} ${result.message} (${Math.round(result.tookMs)} ms)`)
  } catch (problem) {
    tests.set(endpoint.id, `✕ ${wordsFor(problem)}`)
  }
}

async function remove(endpoint: Endpoint): Promise<void> {
  try {
    await call('DELETE', `/api/endpoints/${endpoint.id}`)
    await load()
    tell(`“${endpoint.name}” was removed.`, async () => {
      await post(`/api/endpoints/${endpoint.id}/restore`)
      await load()
    })
  } catch (problem) {
    tellFailure(problem)
  }
}

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
  <div class="page">
    <header>
      <RouterLink to="/" class="btn quiet">‹ All agents</RouterLink>
      <h1>Models and settings</h1>
    </header>
    <EmptyNote v-if="error" tone="failed" title="The settings could not be loaded" :text="error">
      <button type="button" class="btn" @click="load">Try again</button>
    </EmptyNote>
    <template v-else>
      <section>
        <h2>Endpoints</h2>
        <p class="soft">
          An endpoint is a language model elsewhere that speaks the chat-completions protocol. Until you choose one for
          an agent, the built-in model answers. Keys are stored encrypted on the server and never shown again.
        </p>
        <ul v-if="endpoints?.length">
          <li v-for="endpoint in endpoints" :key="endpoint.id">
            <div class="row">
              <b>{{ endpoint.name }}</b>
              <span class="soft grow"
                >{{ endpoint.model }} at {{ endpoint.baseUrl }}, {{ endpoint.hasKey ? 'key set' : 'no key' }}</span
              >
              <button type="button" class="btn small" @click="test(endpoint)">Test</button>
              <button type="button" class="btn quiet small" @click="openForm(endpoint)">Change</button>
              <button type="button" class="btn quiet small danger" @click="remove(endpoint)">Remove</button>
            </div>
            <p v-if="tests.has(endpoint.id)" class="small" role="status">{{ tests.get(endpoint.id) }}</p>
          </li>
        </ul>
        <form v-if="form.isOpen" @submit.prevent="saveEndpoint">
          <label
            ><span class="label">Name</span
            ><input v-model="form.name" class="field" placeholder="Stand-in model" required maxlength="80"
          /></label>
          <label
            ><span class="label">Base address</span
            ><input
              v-model="form.baseUrl"
              class="field"
              placeholder="http://127.0.0.1:4102/v1"
              required
              maxlength="500"
          /></label>
          <label
            ><span class="label">Model</span
            ><input v-model="form.model" class="field" placeholder="understudy" required maxlength="200"
          /></label>
          <label
            ><span class="label">Key</span
            ><input
              v-model="form.key"
              class="field"
              type="password"
              autocomplete="off"
              :placeholder="form.id ? 'leave empty to keep the key that is set' : 'if it needs one'"
          /></label>
          <p v-if="form.error" class="wrong" role="alert">{{ form.error }}</p>
          <div class="row">
            <button class="btn main">{{ form.id ? 'Save' : 'Set up' }}</button>
            <button type="button" class="btn" @click="form.isOpen = false">Cancel</button>
          </div>
        </form>
        <button v-else type="button" class="btn" @click="openForm()">Set up an endpoint</button>
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
        <h2>You</h2>
        <p class="soft">Noted beside the sources you add.</p>
        <OneField path="/api/settings/designer" name="name" label="Your name" placeholder="nobody said" />
      </section>
      <section>
        <h2>Private hosts</h2>
        <p class="soft">
          Pages on private networks are not fetched, so that nobody can use this server to look inside one. Allow the
          hosts that are yours.
        </p>
        <ul v-if="hosts.length">
          <li v-for="host in hosts" :key="host" class="row">
            <span class="grow">{{ host }}</span>
            <button type="button" class="btn quiet small danger" @click="removeHost(host)">Remove</button>
          </li>
        </ul>
        <form class="row" @submit.prevent="setHosts([...hosts, newHost])">
          <input
            v-model="newHost"
            class="field"
            placeholder="intranet.example or 10.0.0.5:8080"
            aria-label="Host to allow"
          />
          <button class="btn" :disabled="newHost.trim() === ''">Allow</button>
        </form>
      </section>
    </template>
  </div>
</template>

<style scoped>
.page {
  max-width: 820px;
  margin: 0 auto;
  padding: 26px 28px 60px;
}
header {
  display: flex;
  gap: 12px;
  align-items: center;
  margin-bottom: 18px;
}
section {
  padding: 18px 0;
  display: grid;
  gap: 12px;
  justify-items: start;
}
section > * {
  width: 100%;
}
section > .btn {
  width: auto;
}
h2 {
  border-bottom: 1px solid var(--line);
  padding-bottom: 5px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  padding: 8px 0;
  border-bottom: 1px solid var(--line);
}
.row {
  display: flex;
  gap: 10px;
  align-items: center;
}
.grow {
  flex: 1;
  overflow-wrap: anywhere;
}
form label {
  display: grid;
  grid-template-columns: 120px 1fr;
  align-items: center;
  gap: 12px;
  padding: 4px 0;
}
form .row {
  margin-top: 10px;
}
.wrong {
  color: var(--brick);
}
</style>
