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

/** Starts the product on an empty folder as a newcomer does, which loads the sample scenario, and stops it. */
export async function seed(): Promise<Seeded> {
  const seeded = { base: await freeBase(), folder: newDataFolder() }
  const product = await new Product(seeded.base, seeded.folder).start()
  product.kill('SIGTERM')
  await gone(product)
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
