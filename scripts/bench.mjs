import { build, install, needNode, step } from './steps.mjs'

needNode()
await install()
await build()
const { code } = await step('Benchmarks', 'npx', ['tsx', 'tests/bench/index.ts', ...process.argv.slice(2)], {
  show: true,
})
process.exit(code)
