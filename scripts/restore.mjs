/** Puts a backup back: `npm run restore -- <file>`. Builds the server first where it is not built. */
import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { build } from './build.mjs'
import { root } from './bundle.mjs'

const program = join(root, 'dist/restore.js')
if (!existsSync(program)) await build()
process.exitCode = spawnSync(process.execPath, [program, ...process.argv.slice(2)], { stdio: 'inherit' }).status ?? 1
