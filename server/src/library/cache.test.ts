import { expect, it } from 'vitest'
import { newDataFolder, openTestApp, rulesFile } from '../../testing/testApp'
import { LibraryCache } from './cache'
import { versionsInUse } from './queries'

it('libraries in memory are no more than they may be, and what was dropped answers all the same', async () => {
  const app = await openTestApp({}, newDataFolder())
  const { db, pool } = app.services
  const agents: string[] = []
  for (const word of ['Plum', 'Pear', 'Quince']) {
    const agent = (await app.ask('POST', '/api/agents', { name: word })).body.id
    await app.read(agent, rulesFile(`# ${word}\n\n${`The ${word} tree is pruned in May. `.repeat(100)}`, `${word}.md`))
    agents.push(agent)
  }
  const cache = new LibraryCache(db, pool, `${app.dataFolder}/indexes`, 7000)
  const used = await Promise.all(agents.map((agent) => versionsInUse(db, agent)))
  const first = await cache.open(used[0]!)
  expect(await cache.open(used[0]!)).toBe(first)
  for (const versions of used) await cache.open(versions)
  expect(await cache.charactersKept()).toBeLessThanOrEqual(7000)
  // A library that is kept holds its text: it goes with the versions it is made of.
  expect(cache.librariesKept).toBe(2)
  const again = await cache.open(used[0]!)
  expect(again).not.toBe(first)
  expect(again.search('pruned', 5).length).toBeGreaterThan(0)
  await app.end()
})
