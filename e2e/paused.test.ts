import type { ChildProcess } from 'node:child_process'
import { rmSync } from 'node:fs'
import { afterAll, describe, expect, it } from 'vitest'
import { freeBase } from '../server/testing/ports'
import { newDataFolder } from '../server/testing/testApp'
import { gone, hasEnded, Product } from './product'

describe('a server that was stopped for a while, and wakes after another took its data folder over', () => {
  const data = newDataFolder()
  const running: ChildProcess[] = []

  async function start(): Promise<{ child: ChildProcess; port: number }> {
    const product = new Product(await freeBase(), data, { PARROT_DURABLE: 'on' })
    const child = await product.serve()
    running.push(child)
    return { child, port: product.ports.server }
  }
  afterAll(() => {
    for (const child of running) child.kill('SIGKILL')
    rmSync(data, { recursive: true, force: true })
  })

  const add = async (port: number, name: string): Promise<boolean> =>
    fetch(`http://127.0.0.1:${port}/api/agents`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name }),
    }).then(
      ({ ok }) => ok,
      () => false,
    )

  it('ends before it writes anything, and what the other keeps is whole', async () => {
    const first = await start()
    const kept: string[] = []
    const keep = async (port: number, name: string) => {
      const isKept = await add(port, name)
      if (isKept) kept.push(name)
    }
    await keep(first.port, 'Before')
    // Under way when it is stopped: it will want to go on with them at once when it wakes.
    const late = Array.from({ length: 30 }, (_, at) => add(first.port, `Late ${at}`))
    first.child.kill('SIGSTOP')
    const second = await start()
    for (let at = 0; at < 20; at++) await keep(second.port, `Meanwhile ${at}`)
    first.child.kill('SIGCONT')
    const both = Array.from({ length: 40 }, async (_, at) => {
      await keep(second.port, `After ${at}`)
      await add(first.port, `Lost ${at}`)
    })
    await expect.poll(() => hasEnded(first.child), { timeout: 5000 }).toBe(true)
    await Promise.all([...both, ...late])
    expect(kept).toHaveLength(61)

    second.child.kill('SIGTERM')
    await gone(second.child)
    const third = await start()
    const { agents } = (await (await fetch(`http://127.0.0.1:${third.port}/api/agents`)).json()) as {
      agents: { name: string }[]
    }
    expect(agents.map(({ name }) => name)).toEqual(expect.arrayContaining(kept))
    expect(agents.filter(({ name }) => name.startsWith('Lost'))).toEqual([])
  }, 90_000)
})
