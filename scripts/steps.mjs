import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'

/** The steps that the commands share. Plain Node: they run before anything is installed. */
export const root = resolve(dirname(fileURLToPath(import.meta.url)), '..')
const cache = join(root, '.cache')

/** Runs a command, its output in a log file, with a line that counts the seconds. Fails with the end of the log. */
export async function step(title, command, args, { env = {}, show = false, cwd = root } = {}) {
  mkdirSync(cache, { recursive: true })
  const begun = Date.now()
  const seconds = () => Math.round((Date.now() - begun) / 1000)
  const child = spawn(command, args, {
    cwd,
    env: { ...process.env, ...env },
    stdio: ['ignore', show ? 'inherit' : 'pipe', show ? 'inherit' : 'pipe'],
  })
  let output = ''
  child.stdout?.on('data', text => (output += text))
  child.stderr?.on('data', text => (output += text))
  const tick =
    process.stdout.isTTY && !show
      ? setInterval(() => process.stdout.write(`\r${title} … ${seconds()} s`), 1000)
      : setInterval(() => {
          if (!show) console.log(`${title} … ${seconds()} s`)
        }, 30_000)
  if (!process.stdout.isTTY || show) console.log(`${title} …`)
  const code = await new Promise(done => child.once('error', () => done(127)).once('exit', code => done(code ?? 1)))
  clearInterval(tick)
  if (!show)
    console.log(`${process.stdout.isTTY ? '\r' : ''}${title}: ${code === 0 ? 'done' : 'failed'} in ${seconds()} s`)
  if (code !== 0 && !show) console.error(output.split('\n').slice(-40).join('\n'))
  return { code, output }
}

/** Stops with one line when something that can't be installed from here is missing. */
export function need(condition, sentence) {
  if (condition) return
  console.error(sentence)
  process.exit(1)
}

export function needNode() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number)
  need(
    major > 20 || (major === 20 && minor >= 19),
    `Steady Anvil needs Node 20.19 or newer; this is ${process.version}.`,
  )
}

const has = command => spawnSync('sh', ['-c', `command -v ${command}`]).status === 0

export function stampOf(paths) {
  const hash = createHash('sha256')
  const walk = path => {
    if (!existsSync(path)) return
    const stat = statSync(path)
    if (stat.isDirectory()) for (const name of readdirSync(path).sort()) walk(join(path, name))
    else hash.update(path.slice(root.length)).update(readFileSync(path))
  }
  for (const path of paths) walk(join(root, path))
  return hash.update(process.version).digest('hex')
}

const stampFile = name => join(cache, `${name}.stamp`)
const fresh = (name, stamp) => existsSync(stampFile(name)) && readFileSync(stampFile(name), 'utf8') === stamp

function keep(name, stamp) {
  mkdirSync(cache, { recursive: true })
  writeFileSync(stampFile(name), stamp)
}

/** Installs what package-lock.json names, unless that has been done. */
export async function install() {
  const stamp = stampOf(['package-lock.json'])
  if (fresh('install', stamp) && existsSync(join(root, 'node_modules/nuxt'))) return
  need(
    has('c++') || has('g++'),
    'Steady Anvil compiles its database driver on first install and needs a C++ compiler: apt-get install g++ make python3.',
  )
  need(
    has('make') && has('python3'),
    'Steady Anvil compiles its database driver on first install and needs make and python3: apt-get install make python3.',
  )
  const { code } = await step(
    'Installing packages (the database driver is compiled, which takes some minutes)',
    'npm',
    ['ci', '--no-audit', '--no-fund'],
  )
  need(code === 0, 'Installing failed; the lines above say why.')
  keep('install', stamp)
}

/** Builds the application, unless nothing that it is made of has changed. */
export async function build() {
  const stamp = stampOf(['app', 'core', 'server', 'public', 'nuxt.config.ts', 'package-lock.json'])
  if (fresh('build', stamp) && existsSync(join(root, '.output/server/index.mjs'))) return
  const { code } = await step('Building', 'npx', ['nuxt', 'build'], {
    env: { NODE_ENV: 'production', NUXT_TELEMETRY_DISABLED: '1' },
  })
  need(code === 0, 'Building failed; the lines above say why.')
  keep('build', stamp)
}

/** Debian's reader of captures, for the tests of what the network sends. Without it they say so, and go on. */
export async function installCaptureReader() {
  if (has('tshark') || !has('apt-get') || process.getuid?.() !== 0) return
  await step('Installing tshark', 'apt-get', ['install', '-y', '--no-install-recommends', 'tshark'], {
    env: { DEBIAN_FRONTEND: 'noninteractive' },
  })
}

/** Debian's Chromium and its driver, for the browser tests and the pictures. */
export async function installBrowser() {
  if (has('chromium') && has('chromedriver')) return
  need(
    has('apt-get') && process.getuid?.() === 0,
    'The browser tests need Chromium and ChromeDriver: apt-get install chromium chromium-driver.',
  )
  await step('Reading the package lists', 'apt-get', ['update'])
  const { code } = await step(
    'Installing Chromium',
    'apt-get',
    ['install', '-y', '--no-install-recommends', 'chromium', 'chromium-driver'],
    { env: { DEBIAN_FRONTEND: 'noninteractive' } },
  )
  need(code === 0, 'Chromium could not be installed; the lines above say why.')
}
