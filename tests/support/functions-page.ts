import { parse } from 'yaml'
import { z } from 'zod'
import { functionGroups, functionNamed } from '../../core/tools/sheet/formula/functions'
import type { SheetFunction } from '../../core/tools/sheet/formula/functions/definition'

const groups = z.strictObject({ small: z.string(), medium: z.string() })

function call({ name, parameters }: SheetFunction): string {
  const inside = parameters.map(parameter => {
    const word = `${parameter.name}${parameter.rest ? ' …' : ''}`
    return parameter.optional ? `[${word}]` : word
  })
  return `\`${name}(${inside.join(', ')})\``
}

/** The page on the sheet's functions, from the groups of the standard as they are listed. */
export function functionsPage(yaml: string): string {
  const listed = groups.parse(parse(yaml))
  const lines = ['# The functions of the sheet', '', 'Written by `npm run functions`; a test compares it.', '']
  lines.push('## Groups of OpenFormula', '')
  lines.push('OASIS ODF 1.3 part 4, section 2.3, names groups of functions; each holds the ones before it.', '')
  lines.push('| group | functions | there | not there |', '|---|---|---|---|')
  for (const [group, names] of Object.entries(listed)) {
    const all = names.split(/\s+/)
    const missing = all.filter(name => !functionNamed(name))
    lines.push(`| ${group} | ${all.length} | ${all.length - missing.length} | ${missing.join(', ') || 'none'} |`)
  }
  lines.push(
    '',
    'RAND and RANDBETWEEN aren’t there on purpose: a sitting is judged alike whenever it is judged.',
    '',
    '## All functions',
  )
  for (const [about, functions] of Object.entries(functionGroups)) {
    lines.push('', `### ${about[0]!.toUpperCase()}${about.slice(1)}`, '', '| function | gives |', '|---|---|')
    for (const one of [...functions].sort((first, second) => (first.name < second.name ? -1 : 1)))
      lines.push(`| ${call(one)} | ${one.about.replaceAll('|', '\\|')} |`)
  }
  return `${lines.join('\n')}\n`
}
