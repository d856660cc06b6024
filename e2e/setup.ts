import { rmSync } from 'node:fs'
import type { TestProject } from 'vitest/node'
import prepare from '../server/testing/blankImage'
import { freeBase } from '../server/testing/ports'
import { newDataFolder } from '../server/testing/testApp'
import { gone, Product } from './product'

/** A data folder with the sample scenario in it, and the ports its agents know the stand-ins by. */
export interface Seeded {
  readonly base: number
  readonly folder: string
}

declare module 'vitest' {
  interface ProvidedContext {
    seeded: readonly Seeded[]
  }
}

/** Loads the sample scenario once into a new folder. */
export async function seed(): Promise<Seeded> {
  const seeded = { base: await freeBase(), folder: newDataFolder() }
  const product = new Product(seeded.base, seeded.folder)
  const standIns = await product.standIn()
  const server = await product.serve()
  const seeding = product.run('seed')
  await gone(seeding)
  server.kill('SIGTERM')
  standIns.kill('SIGTERM')
  await Promise.all([gone(server), gone(standIns)])
  if (seeding.exitCode !== 0) throw new Error('The sample scenario could not be loaded.')
  return seeded
}

/** Before any browser test: the sample scenario is loaded once for each worker, whose files begin with copies of it. */
export default async function setup(project: TestProject): Promise<() => void> {
  await prepare()
  const seeded: Seeded[] = []
  for (let worker = 0; worker < Number(project.config.maxWorkers); worker++) seeded.push(await seed())
  project.provide('seeded', seeded)
  return () => seeded.forEach(({ folder }) => rmSync(folder, { recursive: true, force: true }))
}
