import type { DeviceSeen, SettingSeen } from '../viewing'
import { verbs } from './reading'
import type { Line, Misread, Verb } from './reading'

const columns = (rows: readonly (readonly [string, string])[]): string[] => {
  const width = Math.max(0, ...rows.map(([first]) => first.length))
  return rows.map(([first, second]) => `${first.padEnd(width)}  ${second}`.trimEnd())
}

const verbLine = (verb: Verb): [string, string] => [`${verb} ${verbs[verb].takes}`.trim(), verbs[verb].about]

/** Without a path what is set is shown; by a path also what is as it usually is. */
const isShown = ({ running, usual }: SettingSeen, path: string): boolean =>
  running !== '' && (path !== '' || running !== usual)

/** What a device prints for a line that only shows something. */
export function printed(seen: DeviceSeen, line: Exclude<Line, { kind: 'op' | 'empty' }>): string[] {
  switch (line.kind) {
    case 'help':
      return columns((line.verb ? [line.verb] : (Object.keys(verbs) as Verb[])).map(verbLine))
    case 'pending':
      return seen.pending.length === 0
        ? ['nothing is pending']
        : seen.pending.map(({ path, before, after }) => `${path}: ${before || 'not set'} → ${after || 'not set'}`)
    case 'view': {
      const settings = seen.settings.filter(one => one.path.startsWith(line.path) && isShown(one, line.path))
      const ports = seen.ports
        .filter(({ name }) => `interfaces/${name}`.startsWith(line.path) || line.path === '')
        .map(({ name, up, to }): [string, string] => [name, `${up ? 'up' : 'down'}${to ? `, to ${to}` : ', no cable'}`])
      const tables = line.path === '' ? seen.tables.filter(({ rows }) => rows.length > 0) : []
      const lines = [
        ...columns(settings.map(({ path, running }) => [path, running] as const)),
        ...(line.path === '' || line.path.startsWith('interfaces') ? columns(ports) : []),
        ...tables.flatMap(({ title, rows }) => [`${title}:`, ...rows.map(row => `  ${row.join('  ')}`)]),
      ]
      return lines.length > 0 ? lines : [`nothing is set that begins with ${line.path}`]
    }
  }
}

/**
 * What of a line wasn’t understood, and what was expected there. Where the line has room in one row of so many
 * `columns`, a mark stands under it.
 */
export function pointed({ at, expected }: Misread, prompt: string, line: string, columns: number): string[] {
  const rest = /^[^\s/]*/.exec(line.slice(at))?.[0] ?? ''
  const fits = prompt.length + line.length < columns
  return [
    ...(fits ? [`${' '.repeat(prompt.length + at)}^`] : []),
    rest === '' ? `expected ${expected}` : `“${rest}”: expected ${expected}`,
  ]
}
