/** Builds everything into `dist`: server, threads, stand-ins, sample loader, the visitor's page and the designer's application. */
import { cpSync, mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { build as buildWith } from 'esbuild'
import { build as buildWeb } from 'vite'
import { bundleServer, bundleThreads, root } from './bundle.mjs'

const dist = join(root, 'dist')

export async function build() {
  rmSync(dist, { recursive: true, force: true })
  mkdirSync(dist, { recursive: true })
  await Promise.all([bundleServer(dist), bundleThreads(), buildWidget()])
  await buildWeb({ root: join(root, 'web'), logLevel: 'warn' })
  cpSync(join(root, 'server/src/database/migrations'), join(dist, 'migrations'), { recursive: true })
  cpSync(join(root, 'stand-ins/site'), join(dist, 'site'), { recursive: true })
  cpSync(join(root, 'demo/files'), join(dist, 'files'), { recursive: true })
  cpSync(join(root, 'widget/dist'), join(dist, 'widget'), { recursive: true })
  cpSync(join(root, 'web/dist'), join(dist, 'web'), { recursive: true })
}

async function buildWidget() {
  const out = join(root, 'widget/dist')
  rmSync(out, { recursive: true, force: true })
  await buildWith({
    entryPoints: {
      bubble: join(root, 'widget/bubble.ts'),
      talk: join(root, 'widget/talk.ts'),
      style: join(root, 'widget/talk.css'),
    },
    outdir: out,
    bundle: true,
    minify: true,
    loader: { '.woff2': 'file', '.woff': 'empty' },
    publicPath: '/widget',
    // What only some are shown, such as charts, is fetched when it is.
    splitting: true,
    format: 'esm',
    target: 'es2022',
    logLevel: 'warning',
  })
  // What stands on other sites is a script of its own, in one file, without names of its own there.
  await buildWith({
    entryPoints: { bubble: join(root, 'widget/bubble.ts') },
    outdir: out,
    bundle: true,
    minify: true,
    format: 'iife',
    target: 'es2022',
    logLevel: 'warning',
  })
  cpSync(join(root, 'widget/talk.html'), join(out, 'talk.html'))
}

if (process.argv[1]?.endsWith('build.mjs')) await build()
