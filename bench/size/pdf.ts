import { execFileSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { longPdf } from './formats'
import { newAgent, root, startServer, untilReady, upload } from './server'
import { row, s } from './table'

const REAL = join(root, '.cache/texts/usr/share/debian-reference/debian-reference.en.pdf')

/** Upload to ready of long PDFs, against what their package alone needs to give the text, each in a process of its own. */
export async function benchPdf(): Promise<void> {
  await benchFile('generated', await longPdf(260))
  if (existsSync(REAL)) await benchFile('a manual', new Uint8Array(readFileSync(REAL)))
}

async function benchFile(name: string, bytes: Uint8Array): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'parrot-pdf-'))
  const path = join(folder, 'long.pdf')
  writeFileSync(path, bytes)
  const alone = aloneTimes(path)
  const server = await startServer(folder)
  try {
    const agent = await newAgent()
    const took: number[] = []
    for (let turn = 0; turn < alone.length; turn++) {
      // The same document under another hash: what follows its end is no part of a PDF.
      const copy = new Uint8Array(bytes.length + turn)
      copy.set(bytes)
      const began = performance.now()
      await untilReady(await upload(agent, new File([copy], `${name}-${turn}.pdf`)))
      took.push(performance.now() - began)
    }
    report(`the first after the start, ${name}`, took[0]!, alone[0]!)
    report(`later ones, ${name}`, middle(took.slice(1)), middle(alone.slice(1)))
  } finally {
    server.kill('SIGTERM')
    await new Promise((resolve) => server.once('exit', resolve))
    rmSync(folder, { recursive: true, force: true })
  }
}

const report = (which: string, took: number, alone: number): void =>
  row(
    `a PDF of 260 pages, upload to ready: ${which}`,
    s(took),
    `${(took / alone).toFixed(1)} × the ${s(alone)} of PDFium alone; aim: 2 ×`,
  )

const middle = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1]!

/** What PDFium alone needs for the text, in milliseconds: once cold, and then warm. */
const aloneTimes = (path: string): number[] =>
  JSON.parse(
    execFileSync(
      process.execPath,
      ['--import', 'tsx', fileURLToPath(new URL('./pdfAlone.ts', import.meta.url)), path],
      { encoding: 'utf8' },
    ),
  ) as number[]
