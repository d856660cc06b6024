/**
 * Assembles core/retrieval/products.wat into core/retrieval/products.json, which the product carries: nothing is
 * assembled when it is installed. Run by hand after a change: `node --import tsx scripts/products.ts`.
 */
import { readFileSync, writeFileSync } from 'node:fs'
import wabt from 'wabt'

const folder = new URL('../core/retrieval/', import.meta.url)
const assembler = await wabt()
const module = assembler.parseWat('products.wat', readFileSync(new URL('products.wat', folder), 'utf8'), {
  simd: true,
  threads: true,
})
const { buffer } = module.toBinary({})
writeFileSync(new URL('products.json', folder), `${JSON.stringify({ wasm: Buffer.from(buffer).toString('base64') })}\n`)
process.stdout.write(`${buffer.length} bytes\n`)
