import { mkdirSync, mkdtempSync, readdirSync, statSync, utimesSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { Bus } from './bus'
import { configFrom } from './config'
import { FileStore } from './files'
import { lockFolder } from './lock'

const bytes = (text: string) => new TextEncoder().encode(text)
const newFolder = () => mkdtempSync(join(tmpdir(), 'parrot-files-'))

describe('kept files', () => {
  it('come back as they were, and the same bytes are kept once', () => {
    const folder = newFolder()
    const store = new FileStore(folder)
    const name = store.keep(bytes('a document'))
    expect(store.keep(bytes('a document'))).toBe(name)
    expect(new TextDecoder().decode(store.read(name))).toBe('a document')
    expect(readdirSync(folder, { recursive: true }).filter((entry) => String(entry).length > 3)).toHaveLength(1)
  })

  it('are readable by this user only, and leave no half-written file behind', () => {
    const folder = newFolder()
    const name = new FileStore(folder).keep(bytes('x'))
    expect(statSync(join(folder, name.slice(0, 2), name)).mode & 0o077).toBe(0)
    expect(readdirSync(join(folder, name.slice(0, 2)))).toEqual([name])
  })

  it('are not reached by a name that is none', () => {
    const store = new FileStore(newFolder())
    expect(() => store.read('../../etc/passwd')).toThrow('Not the name of a kept file.')
    expect(() => store.read('a'.repeat(64))).toThrow()
  })
})

describe('the lock of a data folder', () => {
  const lost = () => undefined

  it('is had by one of many that come at once, and freed by its owner', async () => {
    const folder = newFolder()
    mkdirSync(join(folder, 'in-use'))
    // Left by a server that is no more.
    utimesSync(join(folder, 'in-use'), new Date(0), new Date(0))
    const all = await Promise.allSettled(Array.from({ length: 6 }, () => lockFolder(folder, lost)))
    const [one, ...others] = all.filter((each) => each.status === 'fulfilled')
    expect(others).toEqual([])
    await one!.value.free()
    await (await lockFolder(folder, lost)).free()
  })

  it('is not had while another holds it, however long that lives', async () => {
    const folder = newFolder()
    const { free } = await lockFolder(folder, lost)
    await expect(lockFolder(folder, lost)).rejects.toThrow(/in use by another server/)
    await free()
  })

  it('tells the holder when somebody else took it over', async () => {
    const folder = newFolder()
    let isTold = false
    await lockFolder(folder, () => (isTold = true))
    utimesSync(join(folder, 'in-use'), new Date(0), new Date(0))
    await expect.poll(() => isTold).toBe(true)
  })
})

describe('the configuration', () => {
  it('is safe when nothing is set', () => {
    expect(configFrom({})).toMatchObject({
      host: '127.0.0.1',
      port: 4100,
      databaseUrl: undefined,
      publicHosts: [],
      allowedHosts: [],
    })
  })

  it('reads lists without regard to case and spaces', () => {
    expect(configFrom({ PARROT_PUBLIC_HOSTS: ' A.example, b.example ,' }).publicHosts).toEqual([
      'a.example',
      'b.example',
    ])
  })

  it('lets visitors have a door of their own, and says which number is none', () => {
    expect(configFrom({ PARROT_VISITOR_HOST: '0.0.0.0', PARROT_VISITOR_PORT: '4180' }).visitors).toEqual({
      host: '0.0.0.0',
      port: 4180,
    })
    expect(() => configFrom({ PARROT_TURNS_PER_ADDRESS: 'many' })).toThrow(/PARROT_TURNS_PER_ADDRESS/)
  })

  it.each(['-1', '65536', '4100.5', 'http'])('refuses %s as a port', (port) =>
    expect(() => configFrom({ PORT: port })).toThrow(/PORT/),
  )
})

describe('the bus', () => {
  it('tells listeners of one agent, until they stop', () => {
    const bus = new Bus()
    const heard: string[] = []
    const stop = bus.listen('a', (change) => heard.push(change))
    bus.tell('a', 'sources')
    bus.tell('b', 'scripts')
    stop()
    bus.tell('a', 'agent')
    expect(heard).toEqual(['sources'])
  })
})
