import { ModelProblem } from '@parrot/core/dialogue'
import type { embedders } from '../database'
import { addressOf, askPatiently, bearing, leadsAstray } from '../models/protocol'
import type { Seal } from '../settings/seal'

export type EmbedderRow = typeof embedders.$inferSelect

const REST = { restMs: 500, mostRestMs: 20_000 }

/**
 * The vectors of texts, in their order, from an endpoint of the embeddings protocol. Throws a ModelProblem that says what to
 * check when it cannot be reached, refuses, or gives something else than one vector for each text.
 */
export async function embed(
  { baseUrl, model, sealedKey }: Pick<EmbedderRow, 'baseUrl' | 'model' | 'sealedKey'>,
  seal: Seal,
  texts: readonly string[],
  signal: AbortSignal,
): Promise<number[][]> {
  const key = sealedKey === null ? undefined : seal.open(sealedKey)
  if (await leadsAstray(baseUrl))
    throw new ModelProblem('The embedder is at an address where no service is.', 'Check its address in the settings.')
  let response: Response
  try {
    response = await askPatiently(
      () =>
        fetch(addressOf(baseUrl, 'embeddings'), {
          method: 'POST',
          redirect: 'error',
          signal,
          headers: { 'content-type': 'application/json', ...bearing(key) },
          body: JSON.stringify({ model, input: texts }),
        }),
      REST,
      signal,
    )
  } catch {
    throw new ModelProblem('The embedder cannot be reached.', `Check that ${baseUrl} is right and that it runs.`)
  }
  if (!response.ok) {
    await response.body?.cancel()
    throw new ModelProblem(
      `The embedder refused with status ${response.status}.`,
      response.status === 401 || response.status === 403
        ? 'Check the key.'
        : 'Check the address and the name of the model.',
    )
  }
  return vectorsIn(await response.text(), texts.length)
}

function vectorsIn(body: string, count: number): number[][] {
  const problem = new ModelProblem(
    'The embedder did not answer with one vector for each text.',
    'Check that the address leads to an endpoint of the embeddings protocol, often one that ends in /v1.',
  )
  let data: { index?: number; embedding?: unknown }[]
  try {
    data = (JSON.parse(body) as { data?: typeof data }).data ?? []
  } catch {
    throw problem
  }
  const vectors: number[][] = []
  data.forEach(({ index, embedding }, at) => {
    if (Array.isArray(embedding) && embedding.every((each) => typeof each === 'number'))
      vectors[index ?? at] = embedding
  })
  const size = vectors[0]?.length ?? 0
  if (
    vectors.length !== count ||
    size === 0 ||
    Object.keys(vectors).length !== count ||
    vectors.some(({ length }) => length !== size)
  )
    throw problem
  return vectors
}
