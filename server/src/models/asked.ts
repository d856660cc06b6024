import { ModelProblem } from '@parrot/core/dialogue'
import { optionsOf, type EndpointRow } from '../settings/endpoints'
import type { Seal } from '../settings/seal'
import type { AskedEndpoint } from './protocol'

/** A kept endpoint as it is asked; its key is opened when it is. */
export const asked = (endpoint: EndpointRow, seal: Seal): AskedEndpoint => ({
  name: endpoint.name,
  baseUrl: endpoint.baseUrl,
  model: endpoint.model,
  options: optionsOf(endpoint),
  key: () => keyOf(endpoint, seal),
})

/** The key of an endpoint, opened; throws a ModelProblem when it was sealed for another server. */
export function keyOf(endpoint: EndpointRow, seal: Seal): string | undefined {
  const key = endpoint.sealedKey === null ? undefined : seal.open(endpoint.sealedKey)
  if (endpoint.sealedKey !== null && key === undefined)
    throw new ModelProblem(`The key of “${endpoint.name}” cannot be opened.`, 'Enter it again in the settings.')
  return key
}
