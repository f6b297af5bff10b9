import { readFileSync, rmSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { join, relative } from 'node:path'
import { install, installBrowser, installCaptureReader, needNode, root, step } from './steps.mjs'
import { buildWithTools } from './with-tools.mjs'

/** Everything that a change must pass, from a fresh clone: lint, types, unit, API, fault and browser tests. */
needNode()
await install()
await installBrowser()
await installCaptureReader()

const report = join(root, '.cache/test-report.json')
const totals = { passed: 0, failed: 0 }
/** What failed, each with the first lines of why. Said again at the very end, where it is found. */
const failures = []
/** Every test with how long it took. */
const durations = []

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

async function runTests(title, ...projects) {
  rmSync(report, { force: true })
  const { code } = await step(
    title,
    'npx',
    [
      'vitest',
      'run',
      ...projects.flatMap(project => ['--project', project]),
      '--reporter=default',
      '--reporter=json',
      `--outputFile=${report}`,
    ],
    { show: true },
  )
  try {
    const { numPassedTests, numFailedTests, testResults } = JSON.parse(readFileSync(report, 'utf8'))
    totals.passed += numPassedTests
    totals.failed += numFailedTests
    failures.push(...failuresOf(testResults))
    for (const { name, assertionResults } of testResults)
      for (const { fullName, duration } of assertionResults)
        durations.push({ name: `${relative(root, name)}: ${fullName}`, seconds: (duration ?? 0) / 1000 })
    if (code !== 0 && numFailedTests === 0) fail(title)
  } catch (error) {
    fail(`${title}: ${error.message}`)
  }
}

async function rules() {
  await run('Lint', 'npx', ['eslint', '.'])
  await run('Types', 'npm', ['run', 'types'])
  await runTests('Unit tests', 'unit')
}

const begun = Date.now()
// Beside each other where each has a core: what is built is made of a copy, so neither sees the other. Tests run
// against the product with two tools more: all that it is without them is in it, and one build is enough.
if (availableParallelism() > 1) await Promise.all([buildWithTools(), rules()])
else {
  await buildWithTools()
  await rules()
}
// In one run: tests of a browser wait a lot, and those of a server work beside them.
await runTests('API, attack, fault and browser tests', 'server', 'browser')

console.log('The slowest ten:')
for (const { name, seconds } of durations.sort((a, b) => b.seconds - a.seconds).slice(0, 10))
  console.log(`${seconds.toFixed(1).padStart(7)} s  ${name}`)
console.log()
for (const failure of failures) console.log(`Failed: ${failure}\n`)
console.log(`${totals.passed} passed, ${totals.failed} failed, in ${Math.round((Date.now() - begun) / 1000)} s`)
process.exit(totals.failed === 0 ? 0 : 1)
