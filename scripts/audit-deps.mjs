import { spawnSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { root } from './steps.mjs'

/**
 * What is known of the packages that this stands on: their licences, by package-lock.json, and reported faults, where
 * the registry that npm is set to answers. Ends with 1 where something is to be done, with 2 where none answered.
 */
const LICENCES = ['MIT', 'ISC', 'BSD-2-Clause', 'BSD-3-Clause', '0BSD', 'Apache-2.0', 'MPL-2.0', 'OFL-1.1', 'Zlib']
const ALSO_FREE = [
  'BSL-1.0',
  'MIT/X11',
  'BlueOak-1.0.0',
  'CC0-1.0',
  'CC-BY-4.0',
  'Python-2.0',
  'Unlicense',
  'WTFPL',
  'Unicode-3.0',
]
/** Whose package says its licence elsewhere than npm looks for it; found by reading. */
const READ = { jstat: 'MIT' }
/** Whose package says none at all. It is told each time, and is no reason to stop: it comes with a library of ours. */
const UNSAID = { buffers: 'comes with exceljs' }

/** Whether a licence, or one of those that may be chosen from, is one of ours (SPDX expressions). */
function isFree(licence) {
  const choices = licence.replace(/[()]/g, '').split(' OR ')
  return choices.some(choice => choice.split(' AND ').every(one => [...LICENCES, ...ALSO_FREE].includes(one.trim())))
}

const { packages } = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8'))
const all = Object.entries(packages)
  .filter(([path]) => path !== '')
  .map(([path, { version, license, dev }]) => {
    const name = path.replace(/^.*node_modules\//, '')
    return { name, version, license: license ?? READ[name], dev }
  })
const shipped = all.filter(({ dev }) => !dev)
console.log(`${all.length} packages, ${shipped.length} of them shipped.`)
const strange = all.filter(({ license }) => license === undefined || !isFree(license))
for (const { name, version, license, dev } of strange)
  console.log(
    `${name} ${version}: licence ${license ?? 'not said'}${UNSAID[name] ? `, ${UNSAID[name]}` : ''}${dev ? ', not shipped' : ''}`,
  )
const notOurs = strange.filter(({ name, dev }) => !dev && !UNSAID[name])
console.log(`Licences: ${notOurs.length === 0 ? 'all others' : 'not all'} of what is shipped are among ours.`)

const { stdout, error } = spawnSync('npm', ['audit', '--json'], { cwd: root, encoding: 'utf8', timeout: 120_000 })
let told
try {
  told = JSON.parse(stdout)
} catch {
  told = { message: error?.message ?? 'npm said nothing that can be read' }
}
if (!told.vulnerabilities) {
  // Which registry it is stands in nobody's settings but npm's.
  const why = String(told.statusCode ?? told.error?.code ?? told.message ?? 'no answer')
  console.log(`Faults: the registry couldn't be asked (${why.split('\n')[0]}). Nothing is known of them.`)
  process.exit(notOurs.length > 0 ? 1 : 2)
}
const faults = Object.values(told.vulnerabilities)
const isShipped = name => shipped.some(one => one.name === name)
for (const { name, severity, via, range, fixAvailable } of faults) {
  const what = via.map(one => (typeof one === 'string' ? `by ${one}` : one.title)).join('; ')
  const fix = typeof fixAvailable === 'object' ? `${fixAvailable.name} ${fixAvailable.version}` : fixAvailable
  const mended = fix === false ? 'nothing mends it yet' : fix === true ? 'an update mends it' : `mended by ${fix}`
  console.log(`${name} ${range}: ${severity}${isShipped(name) ? '' : ' (not shipped)'}: ${what}; ${mended}.`)
}
console.log(`Faults: ${faults.length === 0 ? 'none is known' : `${faults.length} known`}.`)
process.exit(notOurs.length > 0 || faults.some(({ name }) => isShipped(name)) ? 1 : 0)
