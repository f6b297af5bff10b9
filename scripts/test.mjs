import { readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { build, install, installBrowser, needNode, root, step } from './steps.mjs'

/** Everything that a change must pass, from a fresh clone: lint, types, unit, API, fault and browser tests. */
needNode()
await install()
await installBrowser()

const report = join(root, '.cache/test-report.json')
const totals = { passed: 0, failed: 0 }

async function run(title, command, args) {
  const { code } = await step(title, command, args, { show: true })
  totals[code === 0 ? 'passed' : 'failed'] += 1
}

async function runTests(title, project) {
  rmSync(report, { force: true })
  const { code } = await step(title, 'npx', ['vitest', 'run', '--project', project, '--reporter=default', '--reporter=json', `--outputFile=${report}`], { show: true })
  try {
    const { numPassedTests, numFailedTests } = JSON.parse(readFileSync(report, 'utf8'))
    totals.passed += numPassedTests
    totals.failed += numFailedTests
    if (code !== 0 && numFailedTests === 0) totals.failed += 1
  }
  catch {
    totals.failed += 1
  }
}

await run('Lint', 'npx', ['eslint', '.'])
await run('Types', 'npm', ['run', 'types'])
await runTests('Unit tests', 'unit')
await build()
await runTests('API and fault tests', 'server')
await runTests('Browser tests', 'browser')

console.log(`${totals.passed} passed, ${totals.failed} failed`)
process.exit(totals.failed === 0 ? 0 : 1)
