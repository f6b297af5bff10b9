import Papa from 'papaparse'
import { z } from 'zod'
import { role } from './roles'
import type { Role } from './roles'

/** One person of a list that is read in. */
export interface RosterEntry {
  /** Of the file, counted from 1, the heading included. */
  line: number
  name: string
  email: string
  role: Role
  cohorts: string[]
}

export interface RosterFault {
  line: number
  message: string
}

export interface Roster {
  entries: RosterEntry[]
  faults: RosterFault[]
}

export const MOST_ENTRIES = 1000

const columns = ['name', 'email', 'role', 'cohorts']
const needed = ['name', 'email']
const address = z.email()
const LONGEST = { name: 120, email: 200, cohort: 120 }

const tidy = (text: string | undefined): string => (text ?? '').normalize('NFC').trim().replace(/\s+/g, ' ')

/**
 * Reads people from CSV (RFC 4180; the separator may also be a semicolon or a tab). The first line names
 * the columns, in any order and case: `name` and `email`, and where they like `role` (trainee unless
 * another is named) and `cohorts` (several parted by a bar). Lines with a fault are left out and told,
 * each in words; nothing is guessed.
 */
export function readRoster(text: string): Roster {
  const whole = text.replace(/^\uFEFF/, '')
  const led = /^(?:[\s,;]*\r?\n)*/.exec(whole)?.[0] ?? ''
  const list = whole.slice(led.length).trimEnd()
  const { data, meta, errors } = Papa.parse<Row>(list, {
    header: true,
    delimiter: markOf(list.split('\n', 1)[0] ?? ''),
    transformHeader: heading => tidy(heading).toLowerCase(),
  })
  const headings = meta.fields ?? []
  const missing = needed.filter(name => !headings.includes(name))
  if (missing.length > 0)
    return {
      entries: [],
      faults: [
        {
          line: 1,
          message: `The first line names the columns; ${missing.join(' and ')} ${missing.length > 1 ? 'are' : 'is'} missing.`,
        },
      ],
    }
  const strange = headings.filter(name => !columns.includes(name))
  if (strange.length > 0)
    return {
      entries: [],
      faults: [{ line: 1, message: `There is no column “${strange[0]}” here; there are ${columns.join(', ')}.` }],
    }
  const lines = linesOf(data, led.split('\n').length)
  const filled = data.filter(row => !isBlank(row))
  if (filled.length > MOST_ENTRIES)
    return {
      entries: [],
      faults: [
        {
          line: MOST_ENTRIES + 2,
          message: `At most ${MOST_ENTRIES} people are read at once; this has ${filled.length}.`,
        },
      ],
    }

  const roster: Roster = {
    entries: [],
    faults: errors
      .filter(({ row, type }) => row !== undefined && type === 'Quotes')
      .map(({ row }) => ({ line: lines[row ?? 0] ?? 1, message: 'A quotation mark is not closed.' })),
  }
  const seen = new Map<string, number>()
  data.forEach((row, index) => {
    const line = lines[index] ?? 1
    if (isBlank(row)) return
    const read = row.__parsed_extra ? TOO_MANY : readEntry(row, line)
    if (typeof read === 'string') return roster.faults.push({ line, message: read })
    const earlier = seen.get(read.email)
    if (earlier !== undefined)
      return roster.faults.push({ line, message: `${read.email} stands in line ${earlier} already.` })
    seen.set(read.email, line)
    return roster.entries.push(read)
  })
  return { entries: roster.entries, faults: roster.faults.sort((a, b) => a.line - b.line) }
}

/** What stands between the columns: whichever of the three marks the heading has most of. */
function markOf(heading: string): string {
  const count = (mark: string): number => heading.split(mark).length
  return [',', ';', '\t'].reduce((best, mark) => (count(mark) > count(best) ? mark : best))
}

/** A line by its headings; cells beyond the last heading stand apart. */
type Row = Record<string, string> & { __parsed_extra?: string[] }
const TOO_MANY = 'This line has more cells than there are columns.'

const cellsOf = ({ __parsed_extra: extra = [], ...row }: Row): string[] => [...Object.values(row), ...extra]
const isBlank = (row: Row): boolean => cellsOf(row).every(cell => tidy(cell) === '')

/** The line of the file in which each row begins: a cell in quotation marks may run over several. */
function linesOf(rows: readonly Row[], heading: number): number[] {
  let line = heading
  let next = heading + 1
  return rows.map(row => {
    line = next
    next += 1 + cellsOf(row).reduce((sum, cell) => sum + (String(cell).match(/\n/g)?.length ?? 0), 0)
    return line
  })
}

/** The entry, or what is wrong with it. */
function readEntry(row: Record<string, string>, line: number): RosterEntry | string {
  const name = tidy(row.name)
  const email = tidy(row.email).toLowerCase()
  const named = tidy(row.role).toLowerCase() || 'trainee'
  const cohorts = [
    ...new Set(
      (row.cohorts ?? '')
        .split('|')
        .map(tidy)
        .filter(title => title !== ''),
    ),
  ]
  if (name === '') return 'The name is missing.'
  if (name.length > LONGEST.name) return `The name is longer than ${LONGEST.name} characters.`
  if (email === '') return 'The address is missing.'
  if (email.length > LONGEST.email || !address.safeParse(email).success) return `“${email}” isn’t an address.`
  const known = role.safeParse(named)
  if (!known.success) return `There is no role “${named}”; there are ${role.options.join(', ')}.`
  if (cohorts.some(title => title.length > LONGEST.cohort))
    return `The name of a cohort is longer than ${LONGEST.cohort} characters.`
  if (cohorts.length > 0 && known.data !== 'trainee') return 'Only trainees are in cohorts.'
  return { line, name, email, role: known.data, cohorts }
}
