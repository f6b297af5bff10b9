import { cpSync, existsSync, mkdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { need, root, stampOf, step } from './steps.mjs'

/** The tools of tests/fixtures/tools. Each adds its two folders, and its line in each of the two registries. */
const addedTools = [
  { id: 'tally', screen: 'TallyTool' },
  { id: 'bulk', screen: 'BulkTool' },
]

const made = join(root, '.cache/with-tools')

/** Puts a line of its own before the ledger's. Stops where the registry no longer looks like that. */
function addLine(file, marker, line) {
  const text = readFileSync(file, 'utf8')
  const place = text.indexOf(marker)
  need(place >= 0, `${file} has no line “${marker}”.`)
  writeFileSync(file, `${text.slice(0, place)}${line}\n  ${text.slice(place)}`)
}

/**
 * Builds the product with the tools of tests/fixtures/tools in it, exactly as docs/adding/a-tool.md says, and
 * gives back the folder that it is built in. Built again only when something that it is made of has changed.
 */
export async function buildWithTools() {
  const parts = ['app', 'core', 'server', 'public', 'scripts', 'nuxt.config.ts', 'package.json']
  const stamp = stampOf([...parts, 'tests/fixtures/tools'])
  const program = join(made, '.output/server/index.mjs')
  const stampFile = join(made, 'stamp')
  if (existsSync(program) && existsSync(stampFile) && readFileSync(stampFile, 'utf8') === stamp) return made
  rmSync(made, { recursive: true, force: true })
  mkdirSync(made, { recursive: true })
  for (const part of [...parts, 'tsconfig.json']) cpSync(join(root, part), join(made, part), { recursive: true })
  symlinkSync(join(root, 'node_modules'), join(made, 'node_modules'))
  for (const { id, screen } of addedTools) {
    cpSync(join(root, 'tests/fixtures/tools', id, 'core'), join(made, 'core/tools', id), { recursive: true })
    cpSync(join(root, 'tests/fixtures/tools', id, 'app'), join(made, 'app/components/tools', id), { recursive: true })
    addLine(
      join(made, 'core/tools/registry.ts'),
      'ledger:',
      `${id}: async () => plain((await import('./${id}')).${id}),`,
    )
    addLine(join(made, 'app/components/tools/screens.ts'), 'ledger:', `${id}: () => import('./${id}/${screen}.vue'),`)
  }
  const { code } = await step('Building with more tools', 'npx', ['nuxt', 'build'], {
    env: { NODE_ENV: 'production', NUXT_TELEMETRY_DISABLED: '1' },
    cwd: made,
  })
  need(code === 0, 'The product with more tools can’t be built; the lines above say why.')
  writeFileSync(stampFile, stamp)
  return made
}
