/** For working on the source: threads bundled once, server from TypeScript, web with hot reload on 5173. */
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { bundleThreads, root } from './bundle.mjs'

await bundleThreads()
const run = (command, args, cwd = root) => spawn(command, args, { cwd, stdio: 'inherit' })
const tsx = ['--import', 'tsx', '--watch']
const children = [
  run(process.execPath, [...tsx, 'stand-ins/main.ts']),
  run(process.execPath, [...tsx, 'server/src/main.ts']),
  run(process.execPath, [join(root, 'node_modules/vite/bin/vite.js')], join(root, 'web')),
]
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => children.forEach((child) => child.kill(signal)))
