import assembled from './products.json' with { type: 'json' }

/** A byte a dimension; sizes are rounded up to what is multiplied at a time. */
const STEP = 16
const PAGE = 65_536
const MOST_PAGES = 65_536
const roundedTo = (size: number, step: number): number => Math.ceil(size / step) * step

/**
 * Vectors of many texts, a byte a dimension, in memory that threads share: the vectors, then room for a question of each
 * thread and for its products.
 */
export interface VectorSet {
  readonly dimensions: number
  readonly count: number
  readonly memory: WebAssembly.Memory
  /** The length of each vector as it is quantised. */
  readonly norms: Float32Array
}

/** A text that is near: its place in the set, and the cosine, -1..1. */
export interface Near {
  readonly at: number
  readonly cosine: number
}

const FULL = 127

/** One vector, a byte a dimension: its largest part becomes 127. What is lost is under one per cent of a cosine. */
export function quantised(vector: readonly number[]): Int8Array {
  const most = vector.reduce((largest, each) => Math.max(largest, Math.abs(each)), 0)
  return Int8Array.from(vector, (each) => (most === 0 ? 0 : Math.round((each / most) * FULL)))
}

const lengthOf = (vector: Int8Array): number => Math.sqrt(vector.reduce((sum, each) => sum + each * each, 0))

/** A set made of quantised vectors of one length. */
export function vectorSet(vectors: readonly Int8Array[], dimensions: number): VectorSet {
  const size = roundedTo(dimensions, STEP)
  // Behind the vectors: one product for each, and a question.
  const bytes = roundedTo(vectors.length * size, STEP) + roundedTo(vectors.length * 4, STEP) + size
  const pages = Math.max(1, Math.ceil(bytes / PAGE))
  const memory = new WebAssembly.Memory({ initial: pages, maximum: MOST_PAGES, shared: true })
  const all = new Int8Array(memory.buffer)
  const norms = new Float32Array(new SharedArrayBuffer(vectors.length * Float32Array.BYTES_PER_ELEMENT))
  vectors.forEach((vector, at) => {
    all.set(vector, at * size)
    norms[at] = lengthOf(vector)
  })
  return { dimensions, count: vectors.length, memory, norms }
}

type Products = (at: number, count: number, size: number, question: number, out: number) => void
let module: WebAssembly.Module | undefined
const instances = new WeakMap<WebAssembly.Memory, Products>()

/** The multiplication over one memory (products.wat). */
function productsIn(memory: WebAssembly.Memory): Products {
  let products = instances.get(memory)
  if (!products) {
    module ??= new WebAssembly.Module(Uint8Array.from(atob(assembled.wasm), (each) => each.charCodeAt(0)))
    products = new WebAssembly.Instance(module, { own: { memory } }).exports.products as Products
    instances.set(memory, products)
  }
  return products
}

/**
 * The texts nearest to a question, nearest first: every one is looked at, so the result is exact. Ties keep their order.
 * One question of a set is answered at a time.
 */
export function nearest({ dimensions, count, memory, norms }: VectorSet, question: Int8Array, most: number): Near[] {
  if (count === 0) return []
  const size = roundedTo(dimensions, STEP)
  const out = roundedTo(count * size, STEP)
  const asked = out + roundedTo(count * 4, STEP)
  new Int8Array(memory.buffer, asked, size).fill(0)
  new Int8Array(memory.buffer, asked, size).set(question.subarray(0, dimensions))
  productsIn(memory)(0, count, size, asked, out)
  const products = new Int32Array(memory.buffer, out, count)
  const length = lengthOf(question)
  const best: Near[] = []
  let least = -Infinity
  for (let at = 0; at < count; at++) {
    const norm = norms[at]! * length
    const cosine = norm === 0 ? 0 : products[at]! / norm
    if (cosine <= least && best.length === most) continue
    let place = best.length
    while (place > 0 && best[place - 1]!.cosine < cosine) place--
    best.splice(place, 0, { at, cosine })
    if (best.length > most) best.pop()
    least = best.at(-1)!.cosine
  }
  return best
}
