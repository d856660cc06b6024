#!/usr/bin/env node
/** Starts the command line; bundles it first where its sources are newer than what was bundled. */
import { existsSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { bundleCli, newest, root } from '../../scripts/bundle.mjs'

const bundle = join(root, '.cache/cli/parrot.js')
const SOURCES = [
  'cli',
  'core',
  'contract',
  'server/src/models/protocol',
  'server/src/members/tokens.ts',
  'package-lock.json',
]
const isStale = () => statSync(bundle).mtimeMs < Math.max(...SOURCES.map((name) => newest(join(root, name))))
if (!existsSync(bundle) || isStale()) await bundleCli()
const { run } = await import(bundle)
process.exitCode = await run(process.argv.slice(2))
