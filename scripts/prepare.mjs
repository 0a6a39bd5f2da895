// Brings a fresh clone to where it can run: packages, Chromium for the browser tests, and a build that is not stale.
// Plain Node: it must run before anything is installed.
import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const ROOT = fileURLToPath(new URL('..', import.meta.url))
const CHROMIUM = process.env.PEBBLEBROOK_CHROMIUM ?? '/usr/bin/chromium-headless-shell'
const WHOLE_CHROMIUM = '/usr/bin/chromium'
const MARKS = join(ROOT, 'node_modules', '.pebblebrook')

/** Say why it cannot go on and what to do, and stop. */
export function giveUp(message) {
  console.error(`\n${message}\n`)
  process.exit(1)
}

/** Run a command in the project's root with its output shown; stops everything when it fails. */
export function run(command, args, options = {}) {
  const { advice, ...rest } = options
  const done = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', ...rest })
  if (done.error) giveUp(`${command} could not be started: ${done.error.message}`)
  if (done.status !== 0) giveUp(advice ?? `It stopped at: ${command} ${args.join(' ')}`)
}

/**
 * Run one part of the tests with its output shown, and end it with all that it has started when it takes longer than that: what hangs is
 * said, and does not hold up whoever waits for the answer.
 */
export async function runWithin(minutes, command, args, options = {}) {
  const { advice, ...rest } = options
  const child = spawn(command, args, { cwd: ROOT, stdio: ['ignore', 'inherit', 'inherit'], detached: true, ...rest })
  const endAll = () => {
    try {
      process.kill(-child.pid, 'SIGKILL')
    } catch {
      // Nothing of it is left.
    }
  }
  // Whoever stops, or fails beside it, leaves nothing running.
  const stop = () => process.exit(130)
  process.once('exit', endAll).once('SIGINT', stop).once('SIGTERM', stop)
  let late = false
  const alarm = setTimeout(() => {
    late = true
    endAll()
  }, minutes * 60_000)
  const status = await new Promise((resolve) => {
    child.once('error', (error) => giveUp(`${command} could not be started: ${error.message}`))
    child.once('exit', resolve)
  })
  clearTimeout(alarm)
  process.off('exit', endAll).off('SIGINT', stop).off('SIGTERM', stop)
  // What a part leaves behind, a server or a browser, ends with it.
  endAll()
  if (late) giveUp(`It took longer than ${minutes} minutes and was ended: ${command} ${args.join(' ')}`)
  if (status !== 0) giveUp(advice ?? `It stopped at: ${command} ${args.join(' ')}`)
}

export const bin = (name) => join(ROOT, 'node_modules', '.bin', name)

/** Environment for everything that Nuxt does: it has nothing to report to anyone. */
export const QUIET = { ...process.env, NUXT_TELEMETRY_DISABLED: '1' }

function hashFiles(files) {
  const hash = createHash('sha256')
  for (const file of files) hash.update(file).update(readFileSync(join(ROOT, file)))
  return hash.digest('hex')
}

function filesUnder(folder) {
  if (!existsSync(join(ROOT, folder))) return []
  return readdirSync(join(ROOT, folder)).flatMap((name) => {
    const path = join(folder, name)
    return statSync(join(ROOT, path)).isDirectory() ? filesUnder(path) : [path]
  })
}

function markIs(name, value) {
  const mark = join(MARKS, name)
  return existsSync(mark) && readFileSync(mark, 'utf8') === value
}

function setMark(name, value) {
  mkdirSync(MARKS, { recursive: true })
  writeFileSync(join(MARKS, name), value)
}

/** Install the packages when they are missing or the lock has changed; told where errors are, so that an answer on the standard output stays whole. */
export function ensurePackages() {
  if (Number(process.versions.node.split('.')[0]) < 20)
    giveUp('Pebblebrook needs Node 20 or later. Install it and try again.')
  const lock = hashFiles(['package-lock.json'])
  if (existsSync(bin('nuxt')) && markIs('packages', lock)) return
  const stdio = ['inherit', process.stderr, 'inherit']
  console.error('Installing the packages (about a minute)…')
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    stdio,
    advice:
      'The packages could not be installed. Check the connection to the npm registry and the rights to write here, then try again.',
  })
  run(bin('nuxt'), ['prepare'], { env: QUIET, stdio })
  setMark('packages', lock)
}

/** Build when nothing is built yet or a source has changed since. */
export async function ensureBuild() {
  const sources = ['app', 'core', 'data', 'server', 'public'].flatMap(filesUnder)
  const now = hashFiles([
    ...sources.sort(),
    'nuxt.config.ts',
    ...filesUnder('scripts').filter((name) => name.endsWith('.ts')),
    'package-lock.json',
  ])
  if (existsSync(join(ROOT, '.output/server/index.mjs')) && markIs('build', now)) return
  console.log('Building (about half a minute)…')
  await runWithin(25, bin('nuxt'), ['build', '--logLevel', 'silent'], {
    env: QUIET,
    advice: 'The build failed; what is wrong is said above.',
  })
  setMark('build', now)
}

/**
 * Chromium for the browser tests, installed here when the rights are there: Debian's headless shell, the same engine without the window
 * around it, which takes a quarter less of the machine; or Debian's whole Chromium where that is there and the shell cannot be had.
 */
export function ensureChromium() {
  if (existsSync(CHROMIUM)) return CHROMIUM
  const advice =
    'The browser tests need Chromium. Install it (on Debian: sudo apt-get install chromium-headless-shell) or set PEBBLEBROOK_CHROMIUM to its path, then try again.'
  if (process.getuid?.() === 0 && spawnSync('which', ['apt-get']).status === 0) {
    console.log('Installing Chromium…')
    const quietly = {
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
      stdio: ['ignore', 'ignore', 'inherit'],
    }
    spawnSync('apt-get', ['update', '-qq'], quietly)
    for (const name of ['chromium-headless-shell', 'chromium']) {
      if (existsSync(CHROMIUM) || existsSync(WHOLE_CHROMIUM)) break
      spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', name], quietly)
    }
  }
  return [CHROMIUM, WHOLE_CHROMIUM].find((path) => existsSync(path)) ?? giveUp(advice)
}

/** The first free port from the wanted one on. */
export async function freePort(wanted) {
  for (let port = wanted; port < wanted + 50; port += 1) {
    const free = await new Promise((resolve) => {
      const probe = createServer()
      probe.once('error', () => resolve(false))
      probe.listen(port, () => probe.close(() => resolve(true)))
    })
    if (free) return port
  }
  return giveUp(`No free port from ${wanted} to ${wanted + 49}. Set PORT to one that is free.`)
}
