import { mkdtempSync, readdirSync, statSync, writeFileSync } from 'node:fs'
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
  it('is freed by its owner and taken over from the dead', () => {
    const folder = newFolder()
    const free = lockFolder(folder)
    free()
    writeFileSync(join(folder, 'server.lock'), '999999999')
    lockFolder(folder)()
    writeFileSync(join(folder, 'server.lock'), 'not a number')
    lockFolder(folder)()
  })

  it('names the process that holds it', () => {
    const folder = newFolder()
    writeFileSync(join(folder, 'server.lock'), String(process.ppid))
    expect(() => lockFolder(folder)).toThrow(new RegExp(`process ${process.ppid}`))
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
