import { group } from 'd3'
import { takesInWords } from '../../../core/assignment/units'
import type { Unit, UnitTotal } from '../../../core/assignment/units'
import { MARKS_PAGE, marksQuery } from '../../../core/wire/assigning'
import type { MarksQuery, MarksView } from '../../../core/wire/assigning'
import { assignmentsIn } from '../../db/assignments'
import type { Assignment } from '../../db/assignments'
import { cohortsIn } from '../../db/groups'
import { adjustmentsIn, peopleIn } from '../../db/people'
import type { Person } from '../../db/people'
import { sittingsIn } from '../../db/sittings'
import { unitsIn } from '../../db/units'
import type { Context } from '../ground/context'
import { csvOf } from '../../../core/ground/csv'
import type { PlanService } from '../sitting/plans'
import { isReleased } from '../results/release'
import { standingOn, unitFrom } from './standing'

const LATELY_MS = 365 * 86_400_000

/** Which papers and which people a book is about. */
interface Range {
  given: readonly Assignment[]
  units: readonly Unit[]
  earlier: number
  cohorts: ReadonlyMap<string, readonly string[]>
  /** By name. */
  people: readonly Person[]
}

/** The marks book: everyone's score that counts, on every assignment. */
export function marksService({ db, now }: Context, plans: PlanService) {
  const assignments = assignmentsIn(db)

  /** The papers that are looked at, and whoever was given one of them. */
  async function rangeOf({ given: when, cohort, name }: Omit<MarksQuery, 'page'>): Promise<Range> {
    const [all, units, cohorts] = await Promise.all([assignments.all(), unitsIn(db).all(), cohortsIn(db).titles()])
    const inUnits = new Set(units.flatMap(({ parts }) => parts.map(({ assignmentId }) => assignmentId)))
    const since = new Date(Date.parse(now()) - LATELY_MS).toISOString()
    const given = all.filter(
      ({ id, givenAt, settings }) =>
        when === 'ever' ||
        (givenAt ?? since) >= since ||
        inUnits.has(id) ||
        (settings.optional && settings.unit !== ''),
    )
    const receivers = await peopleIn(db).byIds(await assignments.receivers(given.map(({ id }) => id)))
    const wanted = name.toLocaleLowerCase('en-GB')
    const people = [...receivers.values()]
      .filter(
        person =>
          person.name.toLocaleLowerCase('en-GB').includes(wanted) &&
          (cohort === '' || (cohorts.get(person.id)?.includes(cohort) ?? false)),
      )
      .sort((one, other) => one.name.localeCompare(other.name, 'en-GB') || (one.id < other.id ? -1 : 1))
    return { given, units, earlier: all.length - given.length, cohorts, people }
  }

  async function columnsOf({ given, units }: Range): Promise<MarksView['columns']> {
    const at = now()
    const [headOf, receivers] = await Promise.all([
      plans.heads(given),
      assignments.receivedBy(given.map(({ id }) => id)),
    ])
    const unitOf = unitsByPart(units)
    /** The cohort of those who have it, if all of them are in one; else how many they are; and the room. */
    const receiversOf = ({ id, settings }: Assignment): string => {
      const { people, cohort } = receivers.get(id) ?? { people: 0, cohort: null }
      const count = `${people} ${people === 1 ? 'person' : 'people'}`
      return [cohort ?? count, settings.room].filter(text => text !== '').join(', ')
    }
    return given.map(assignment => {
      const { title, size } = headOf(assignment)
      const part = unitOf.get(assignment.id)
      return {
        assignmentId: assignment.id,
        title,
        givenTo: receiversOf(assignment),
        givenAt: assignment.givenAt ?? null,
        outOf: size.points,
        exactPoints: size.exactPoints,
        counts: assignment.settings.counts,
        released: isReleased(assignment, at),
        unit: part ? { title: part.title, weight: part.weight } : null,
      }
    })
  }

  /** The rows of some of the people. */
  async function rowsOf(
    { given, units, cohorts }: Range,
    columns: MarksView['columns'],
    people: readonly Person[],
  ): Promise<MarksView['rows']> {
    const [ids, persons] = [given.map(({ id }) => id), people.map(({ id }) => id)]
    const [shares, sat, adjusted] = await Promise.all([
      assignments.sharesOf(ids, persons),
      sittingsIn(db).onAll(ids, persons),
      adjustmentsIn(db).all(),
    ])
    const byId = new Map(given.map(one => [one.id, one]))
    const bySharer = group(sat, sitting => `${sitting.assignmentId} ${sitting.personId}`)
    const byPerson = group(shares, ({ personId }) => personId)
    const unitOf = unitsByPart(units)
    const sizes = new Map(columns.map(({ assignmentId, outOf }) => [assignmentId, Math.round(outOf * 100)]))
    return people.map(({ id: personId, name }) => {
      const standings = (byPerson.get(personId) ?? []).flatMap(share => {
        const assignment = byId.get(share.assignmentId)
        const sittings = bySharer.get(`${share.assignmentId} ${personId}`) ?? []
        return assignment ? [standingOn(assignment, share, sittings, adjusted.get(personId))] : []
      })
      const totals = units.flatMap(unit => {
        const total = unitFrom(unit, standings, ({ id }) => sizes.get(id) ?? 0)
        return total ? [{ unitId: unit.id, total }] : []
      })
      return {
        personId,
        name,
        cohort: cohorts.get(personId)?.join(', ') ?? '',
        cells: standings.map(({ assignment: { id }, score, waiting, sittings, late, working, credit }) => ({
          assignmentId: id,
          score: score === null ? null : score / 100,
          waiting: waiting / 100,
          sittings,
          late,
          working,
          credit,
          inUnit: unitOf.has(id) ? placeIn(id, totals) : null,
        })),
        units: totals.map(({ unitId, total: { percent, counted, dropped, missing, credit } }) => ({
          unitId,
          percent: percent === null ? null : percent / 100,
          counted: counted.length,
          dropped: dropped.length,
          missing: missing.length,
          byCredit: credit !== null,
        })),
      }
    })
  }

  const unitsView = (units: readonly Unit[]): MarksView['units'] =>
    units.map(unit => ({ id: unit.id, title: unit.title, takes: takesInWords(unit) }))

  /** The whole book, page by page, so that nobody waits while years are exported. */
  async function whole(query: Omit<MarksQuery, 'page'>): Promise<Pick<MarksView, 'units' | 'columns' | 'rows'>> {
    const range = await rangeOf(query)
    const columns = await columnsOf(range)
    const rows: MarksView['rows'] = []
    for (let from = 0; from < range.people.length; from += MARKS_PAGE) {
      rows.push(...(await rowsOf(range, columns, range.people.slice(from, from + MARKS_PAGE))))
      await new Promise(done => setImmediate(done))
    }
    return { units: unitsView(range.units), columns, rows }
  }

  return {
    /** A page of the book. */
    async book(query: Partial<MarksQuery> = {}): Promise<MarksView> {
      const { page, ...asked } = marksQuery.parse(query)
      const range = await rangeOf(asked)
      const columns = await columnsOf(range)
      const rows = await rowsOf(range, columns, range.people.slice(page * MARKS_PAGE, (page + 1) * MARKS_PAGE))
      return {
        cohorts: [...new Set([...range.cohorts.values()].flat())].sort((a, b) => a.localeCompare(b, 'en-GB')),
        people: range.people.length,
        earlier: range.earlier,
        units: unitsView(range.units),
        columns,
        rows,
      }
    },

    /** The book as CSV, a line for each person on each assignment. */
    async csv(query: Partial<MarksQuery> = {}): Promise<string> {
      const { columns, rows } = await whole(marksQuery.parse(query))
      return csvOf(
        rows.flatMap(row =>
          row.cells.flatMap(cell => {
            const column = columns.find(({ assignmentId }) => assignmentId === cell.assignmentId)
            return column
              ? [
                  {
                    'name': row.name,
                    'cohort': row.cohort,
                    'paper': column.title,
                    'given to': column.givenTo,
                    'given on': column.givenAt?.slice(0, 10) ?? '',
                    'score that counts': cell.score ?? '',
                    'out of': column.outOf,
                    'waiting for a marker': cell.waiting,
                    'which counts': column.counts,
                    'sittings': cell.sittings,
                    'late': cell.late ? 'yes' : 'no',
                    'under way': cell.working ? 'yes' : 'no',
                    'credit by assessment': cell.credit ?? '',
                    'unit': column.unit?.title ?? '',
                    'weight in the unit': column.unit?.weight ?? '',
                    'in the unit': cell.inUnit ?? '',
                    'released': column.released ? 'yes' : 'no',
                    'assignment': cell.assignmentId,
                  },
                ]
              : []
          }),
        ),
      )
    },

    /** What the units come to as CSV, a line for each person in each unit. */
    async unitsCsv(query: Partial<MarksQuery> = {}): Promise<string> {
      const { units, rows } = await whole(marksQuery.parse(query))
      return csvOf(
        rows.flatMap(row =>
          row.units.map(total => {
            const unit = units.find(({ id }) => id === total.unitId)
            return {
              'name': row.name,
              'cohort': row.cohort,
              'unit': unit?.title ?? '',
              'per cent': total.percent?.toFixed(2) ?? '',
              'how it is taken': unit?.takes ?? '',
              'papers that count': total.counted,
              'papers dropped': total.dropped,
              'papers not sat': total.missing,
              'by credit': total.byCredit ? 'yes' : 'no',
            }
          }),
        ),
      )
    },
  }
}

const unitsByPart = (units: readonly Unit[]) =>
  new Map(units.flatMap(unit => unit.parts.map(part => [part.assignmentId, { ...part, title: unit.title }] as const)))

/** What becomes of a paper in its unit. */
function placeIn(
  assignmentId: string,
  totals: readonly { total: UnitTotal }[],
): MarksView['rows'][number]['cells'][number]['inUnit'] {
  const own = totals.find(({ total }) =>
    [total.counted, total.dropped, total.missing].some(ids => ids.includes(assignmentId)),
  )?.total
  if (own?.missing.includes(assignmentId)) return 'missing'
  if (!own) return 'replaced'
  return own.counted.includes(assignmentId) ? 'counts' : 'dropped'
}
