import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { Conflict, NewSource, Source } from '@parrot/contract'
import { call, get, post, wordsFor } from '../api/client'
import { tell, tellFailure } from '../shared/undo'

/** A file on its way to the server. */
export interface Upload {
  readonly id: number
  readonly name: string
  share: number
  error: string
}

const UPLOADS_AT_ONCE = 3

/** The sources of the open agent, and the files on their way. */
export const useLibrary = defineStore('library', () => {
  const sources = ref<Source[]>()
  const limit = ref(0)
  const conflicts = ref<Conflict[]>([])
  const uploads = ref<Upload[]>([])
  const error = ref('')
  let agentId = ''
  let lastId = 0

  async function load(id = agentId): Promise<void> {
    if (id !== agentId) {
      agentId = id
      sources.value = undefined
      conflicts.value = []
      uploads.value = []
    }
    try {
      const { sources: loaded, limit: most } = await get<{ sources: Source[]; limit: number }>(
        `/api/agents/${id}/sources`,
      )
      if (id !== agentId) return
      sources.value = loaded
      limit.value = most
      void loadConflicts(id)
      error.value = ''
    } catch (problem) {
      if (id === agentId) error.value = wordsFor(problem)
    }
  }

  /** What the sources do not agree on; found in the background, so it may come later than the list. */
  async function loadConflicts(id = agentId): Promise<void> {
    const found = await get<{ conflicts: Conflict[] }>(`/api/agents/${id}/conflicts`).catch(() => undefined)
    if (found && id === agentId) conflicts.value = found.conflicts
  }

  /** Uses a source of another agent here as well. */
  async function use(sourceId: string): Promise<void> {
    await post(`/api/agents/${agentId}/sources/${sourceId}/use`)
    await load()
  }

  /** Uploads files, a few at a time; one with the name of a source that is there becomes its newer version. */
  async function upload(files: readonly File[], replaceSame: boolean): Promise<void> {
    const queue = files.map((file) => {
      uploads.value.push({ id: ++lastId, name: file.name, share: 0, error: '' })
      return { file, entry: uploads.value.at(-1)! }
    })
    const workers = Array.from({ length: UPLOADS_AT_ONCE }, async () => {
      for (let next = queue.shift(); next; next = queue.shift()) {
        const { file, entry } = next
        const same = replaceSame
          ? sources.value?.find((source) => source.kind === 'file' && source.origin === file.name)
          : undefined
        try {
          await send(
            same ? `/api/sources/${same.id}/versions` : `/api/agents/${agentId}/sources`,
            file,
            (share) => (entry.share = share),
          )
          uploads.value = uploads.value.filter((each) => each.id !== entry.id)
        } catch (problem) {
          entry.error = wordsFor(problem)
        }
        await load()
      }
    })
    await Promise.all(workers)
  }

  async function uploadVersion(source: Source, file: File): Promise<void> {
    try {
      await send(`/api/sources/${source.id}/versions`, file, () => undefined)
      tell(`A newer version of “${source.title}” is being read. The present one answers until it is ready.`)
      await load()
    } catch (problem) {
      tellFailure(problem)
    }
  }

  const dismissUpload = (id: number) => (uploads.value = uploads.value.filter((each) => each.id !== id))

  async function add(source: NewSource): Promise<void> {
    await post(`/api/agents/${agentId}/sources`, source)
    await load()
  }

  /** Takes a source out of this agent's library; others that use it keep it. */
  async function remove(source: Source): Promise<void> {
    const others = source.agents - 1
    await call('DELETE', `/api/agents/${agentId}/sources/${source.id}`)
    await load()
    const still =
      others > 0 ? ` ${others === 1 ? 'One other agent still uses' : `${others} other agents still use`} it.` : ''
    tell(`“${source.title}” was removed from the library.${still}`, async () => {
      await post(`/api/agents/${agentId}/sources/${source.id}/restore`)
      await load()
    })
  }

  /** Asks the server to do something with a source: retry, cancel, refresh. */
  async function act(source: Source, action: 'retry' | 'cancel' | 'refresh'): Promise<void> {
    try {
      await post(`/api/sources/${source.id}/${action}`)
      await load()
    } catch (problem) {
      tellFailure(problem)
    }
  }

  /** Lets pages be fetched from a private host. */
  async function allow(host: string): Promise<void> {
    const { hosts } = await get<{ hosts: string[] }>('/api/settings/hosts')
    await call('PUT', '/api/settings/hosts', { hosts: [...hosts, host] })
  }

  /** Allows the private host a page was refused for, and tries again. */
  async function allowHost(source: Source): Promise<void> {
    try {
      await allow(source.hostToAllow!)
      await act(source, 'retry')
    } catch (problem) {
      tellFailure(problem)
    }
  }

  return {
    sources,
    limit,
    conflicts,
    uploads,
    error,
    load,
    loadConflicts,
    use,
    allow,
    upload,
    uploadVersion,
    dismissUpload,
    add,
    remove,
    act,
    allowHost,
  }
})

/** Sends a file with its progress, which fetch cannot tell. */
function send(path: string, file: File, onShare: (share: number) => void): Promise<void> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest()
    const form = new FormData()
    form.append('file', file)
    request.open('POST', path)
    request.upload.onprogress = (event) => onShare(event.total > 0 ? event.loaded / event.total : 0)
    request.onload = () => {
      if (request.status < 300) return resolve()
      let title = `The server answered with status ${request.status}.`
      try {
        const problem = JSON.parse(request.responseText) as { title: string; detail?: string }
        title = [problem.title, problem.detail].filter(Boolean).join(' ')
      } catch {
        // Not a problem document: the status says it.
      }
      reject(new Error(title))
    }
    request.onerror = () =>
      reject(new Error('The upload broke off. Check that the server runs, then add the file again.'))
    request.send(form)
  })
}
