/** Builds what changed, starts the stand-ins and the server, loads the sample scenario once, and prints the address. */
import { spawn } from 'node:child_process'
import { existsSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { build } from './build.mjs'
import { newest, root } from './bundle.mjs'
import { portsFrom } from './ports.mjs'

const ports = portsFrom()
const address = `http://127.0.0.1:${ports.server}`
const stamp = join(root, 'dist/built')

const SOURCES = ['core', 'contract', 'server', 'web', 'widget', 'stand-ins', 'demo', 'scripts', 'package-lock.json']

const children = []

function run(file, env = {}) {
  const child = spawn(process.execPath, ['--enable-source-maps', join(root, 'dist', file)], {
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { PARROT_LOG: 'warn', ...process.env, ...env },
  })
  children.push(child)
  return child
}

function stop(code) {
  for (const child of children) if (child.exitCode === null) child.kill('SIGTERM')
  process.exitCode = code
}

const ended = (child) => new Promise((resolve) => child.once('exit', (code) => resolve(code ?? 1)))

async function untilHealthy(server) {
  let isGone = false
  server.once('exit', () => (isGone = true))
  while (!isGone) {
    const isUp = await fetch(`${address}/api/health`).then(
      (response) => response.ok,
      () => false,
    )
    if (isUp) return true
    await new Promise((resolve) => setTimeout(resolve, 200))
  }
  return false
}

if (!existsSync(stamp) || statSync(stamp).mtimeMs < Math.max(...SOURCES.map((name) => newest(join(root, name))))) {
  console.log('Building…')
  await build()
  writeFileSync(stamp, '')
}
process.on('SIGINT', () => stop(0))
process.on('SIGTERM', () => stop(0))
const standIns = run('standIns.js')
const server = run('main.js', {
  PORT: String(ports.server),
  PARROT_SIMULATED_MODELS: `http://127.0.0.1:${ports.model}/v1`,
})
server.once('exit', (code) => stop(code ?? 1))
standIns.once('exit', (code) => code && console.log('The stand-ins stopped. Is another copy running?'))
if (await untilHealthy(server)) {
  const seeding = run('seed.js')
  if ((await ended(seeding)) !== 0)
    console.log('The sample agents could not be loaded; the application works without them.')
  console.log(`\n  Mild Parrot is ready:  ${address}\n  Stop it with Ctrl+C.\n`)
}
