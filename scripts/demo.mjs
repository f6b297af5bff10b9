import { spawn } from 'node:child_process'
import { existsSync, readdirSync, rmSync } from 'node:fs'
import { basename, dirname, join, resolve } from 'node:path'
import { build, install, needNode, root } from './steps.mjs'

/** Installs, builds, loads the demo and serves it: everything from a fresh clone to a running application. */
needNode()
await install()
await build()

const port = process.env.PORT ?? '3000'
// Everybody knows the demo's password: it is for this machine alone, unless told otherwise.
const host = process.env.HOST ?? '127.0.0.1'
const dataFile = resolve(root, process.env.ANVIL_DATA ?? 'data/steady-anvil.sqlite')
const password = process.env.ANVIL_DEMO_PASSWORD ?? 'slipway-64'

if (process.argv.includes('--fresh')) {
  const folder = dirname(dataFile)
  const own = name => name.startsWith(basename(dataFile))
  for (const name of existsSync(folder) ? readdirSync(folder).filter(own) : []) rmSync(join(folder, name))
  console.log('The demo data has been reset.')
}

const server = spawn(process.execPath, [join(root, '.output/server/index.mjs')], {
  cwd: root,
  env: {
    ...process.env,
    NODE_ENV: 'production',
    PORT: port,
    HOST: host,
    ANVIL_DATA: dataFile,
    ANVIL_DEMO: '1',
    ANVIL_DEMO_PASSWORD: password,
    ANVIL_LOG: process.env.ANVIL_LOG ?? 'warn',
  },
  stdio: ['ignore', 'ignore', 'inherit'],
})
for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, () => server.kill(signal))
server.once('exit', code => process.exit(code ?? 0))

const url = `http://localhost:${port}`
for (let tries = 0; tries < 300; tries += 1) {
  const answer = await fetch(`${url}/api/demo/people`).catch(() => null)
  if (answer?.ok) {
    const { people } = await answer.json()
    console.log(`\nSteady Anvil is ready: ${url}\n\nSign in with any of these, password ${password}:`)
    for (const { name, email, about } of people) console.log(`  ${email.padEnd(32)} ${name}: ${about}`)
    if (host === '127.0.0.1')
      console.log('\nIt listens on this machine only; HOST=0.0.0.0 npm run demo for others too.')
    console.log(`\nThe data is in ${dataFile}. Ctrl+C ends it.`)
    break
  }
  await new Promise(done => setTimeout(done, 100))
}
