import { createHash } from 'node:crypto'
import { ModelProblem, type Model } from '@parrot/core/dialogue'
import { understudy } from '@parrot/core/understudy'
import type { Database } from '../database'
import { HttpProblem } from '../http/problems'
import { BUILT_IN, endpointById, optionsOf } from '../settings/endpoints'
import type { Seal } from '../settings/seal'
import { asked } from './asked'
import { endpointModel } from './protocol'
import { withNext } from './withNext'

/** The model of an endpoint, with what answers in its place when it fails. */
export async function modelOf(db: Database, seal: Seal, endpointId: string): Promise<Model> {
  if (endpointId === BUILT_IN) return understudy
  const endpoint = await endpointById(db, endpointId)
  const model = endpointModel(asked(endpoint, seal))
  const { next } = optionsOf(endpoint)
  return next === null ? model : withNext(model, await modelOf(db, seal, next))
}

/** A short name for an endpoint as it is set now: with another model or other settings it has another one. */
export async function modelState(db: Database, endpointId: string): Promise<string> {
  if (endpointId === BUILT_IN) return BUILT_IN
  const { baseUrl, model, options } = await endpointById(db, endpointId)
  const settings = createHash('sha256')
    .update(JSON.stringify([baseUrl, model, options]))
    .digest('hex')
    .slice(0, 8)
  return `${endpointId}-${settings}`
}

/** A model's failure as a problem the client can show. */
export function modelFailure(error: unknown): unknown {
  return error instanceof ModelProblem ? new HttpProblem(502, error.message, error.advice, { code: 'model' }) : error
}
