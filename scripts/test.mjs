/** Passes all tests: types, lint and format; unit and server tests; a build; the real interface in Chromium. `--only e2e` runs the last alone. */
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { build } from './build.mjs'
import { root } from './bundle.mjs'

const onlyE2e = process.argv.includes('e2e')

function run(title, command, args) {
  const began = Date.now()
  console.log(`\n== ${title}`)
  const { status } = spawnSync(command, args, { cwd: root, stdio: 'inherit' })
  if (status !== 0) {
    console.log(`\n${title} failed.`)
    process.exit(status ?? 1)
  }
  console.log(`== ${title}: ${((Date.now() - began) / 1000).toFixed(0)} s`)
}

/** Runs commands side by side to their ends; fails where one of them did. */
async function runTogether(title, commands) {
  const began = Date.now()
  console.log(`\n== ${title}`)
  const one = ([command, args]) =>
    new Promise((resolve) => {
      spawn(command, args, { cwd: root, stdio: 'inherit' }).once('exit', (status) => resolve(status ?? 1))
    })
  const failed = (await Promise.all(commands.map(one))).find((status) => status !== 0)
  if (failed !== undefined) {
    console.log(`\n${title} failed.`)
    process.exit(failed)
  }
  console.log(`== ${title}: ${((Date.now() - began) / 1000).toFixed(0)} s`)
}

/** Where Chromium is, installing Debian's package when that is possible. */
function chromium() {
  const path = process.env.CHROMIUM ?? '/usr/bin/chromium'
  if (existsSync(path)) return path
  const mayInstall = process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')
  if (!mayInstall) {
    console.log(
      'The browser tests need Chromium. Install it (Debian: sudo apt-get install chromium), or set CHROMIUM to its path.',
    )
    process.exit(1)
  }
  run('Installing Chromium', 'sh', [
    '-c',
    'apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq chromium >/dev/null',
  ])
  return path
}

/** A package of Debian's that some tests are run on; without it they say that they were left out. */
function optional(name, path) {
  const mayInstall = process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')
  if (existsSync(path) || !mayInstall) return
  const { status } = spawnSync(
    'sh',
    ['-c', `apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq ${name} >/dev/null`],
    { stdio: 'inherit' },
  )
  if (status !== 0) console.log(`${name} could not be installed; the tests on it are left out.`)
}

const vitest = ['node_modules/vitest/vitest.mjs', 'run']

process.env.CHROMIUM = chromium()
optional('postgresql', '/usr/lib/postgresql')
optional('radicale', '/usr/bin/radicale')
optional('dovecot-imapd', '/usr/sbin/dovecot')
if (!onlyE2e) {
  // Tests wait now and then for a disk, a clock or another process: what only reckons fills that time.
  await runTogether('Unit and server tests; types, lint and format', [
    [process.execPath, vitest],
    ['sh', ['-c', 'npm run --silent types && npm run --silent lint']],
  ])
}
console.log('\n== Building')
await build()
writeFileSync(join(root, 'dist/built'), '')
run('The real interface', process.execPath, [...vitest, '--config', 'e2e/vitest.config.ts'])
console.log('\nAll tests passed.')
