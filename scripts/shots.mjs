import { build, install, installBrowser, needNode, step } from './steps.mjs'

needNode()
await install()
await installBrowser()
await build()
const { code } = await step('Taking the pictures', 'npx', ['tsx', 'tests/support/shots.ts'], { show: true })
process.exit(code)
