import type { Model } from '@parrot/core/dialogue'
import { understudy } from '@parrot/core/understudy'
import type { Database } from '../database'
import { BUILT_IN, endpointById, optionsOf } from '../settings/endpoints'
import type { Seal } from '../settings/seal'
import { endpointModel } from './endpointModel'
import { withNext } from './withNext'

/** The model of an endpoint, with what answers in its place when it fails. */
export async function modelOf(db: Database, seal: Seal, endpointId: string): Promise<Model> {
  if (endpointId === BUILT_IN) return understudy
  const endpoint = await endpointById(db, endpointId)
  const model = endpointModel(endpoint, seal)
  const { next } = optionsOf(endpoint)
  return next === null ? model : withNext(model, await modelOf(db, seal, next))
}
