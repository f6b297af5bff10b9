import { readFileSync, rmSync } from 'node:fs'
import { join, relative } from 'node:path'
import { build, install, installBrowser, needNode, root, step } from './steps.mjs'

/** Everything that a change must pass, from a fresh clone: lint, types, unit, API, fault and browser tests. */
needNode()
await install()
await installBrowser()

const report = join(root, '.cache/test-report.json')
const totals = { passed: 0, failed: 0 }
/** What failed, each with the first lines of why. Said again at the very end, where it is found. */
const failures = []

function fail(what) {
  totals.failed += 1
  failures.push(what)
}

function failuresOf(files) {
  return files.flatMap(({ name, message, assertionResults }) => {
    const failed = assertionResults.filter(({ status }) => status === 'failed')
    if (failed.length === 0) return message ? [`${relative(root, name)}\n${message}`] : []
    return failed.map(
      ({ fullName, failureMessages }) =>
        `${relative(root, name)}: ${fullName}\n${failureMessages.join('\n').split('\n').slice(0, 12).join('\n')}`,
    )
  })
}

async function run(title, command, args) {
  const { code } = await step(title, command, args, { show: true })
  if (code === 0) totals.passed += 1
  else fail(title)
}

async function runTests(title, project) {
  rmSync(report, { force: true })
  const { code } = await step(
    title,
    'npx',
    ['vitest', 'run', '--project', project, '--reporter=default', '--reporter=json', `--outputFile=${report}`],
    { show: true },
  )
  try {
    const { numPassedTests, numFailedTests, testResults } = JSON.parse(readFileSync(report, 'utf8'))
    totals.passed += numPassedTests
    totals.failed += numFailedTests
    failures.push(...failuresOf(testResults))
    if (code !== 0 && numFailedTests === 0) fail(title)
  } catch (error) {
    fail(`${title}: ${error.message}`)
  }
}

await run('Lint', 'npx', ['eslint', '.'])
await run('Types', 'npm', ['run', 'types'])
await runTests('Unit tests', 'unit')
await build()
await runTests('API and fault tests', 'server')
await runTests('Browser tests', 'browser')

for (const failure of failures) console.log(`Failed: ${failure}\n`)
console.log(`${totals.passed} passed, ${totals.failed} failed`)
process.exit(totals.failed === 0 ? 0 : 1)
