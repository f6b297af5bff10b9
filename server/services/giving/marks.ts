import { group } from 'd3'
import { takesInWords } from '../../../core/assignment/units'
import type { UnitTotal } from '../../../core/assignment/units'
import type { MarksView } from '../../../core/wire/assigning'
import { assignmentsIn } from '../../db/assignments'
import { cohortsIn } from '../../db/groups'
import { adjustmentsIn, peopleIn } from '../../db/people'
import { sittingsIn } from '../../db/sittings'
import { unitsIn } from '../../db/units'
import type { Context } from '../ground/context'
import { csvOf } from '../../../core/ground/csv'
import type { PlanService } from '../sitting/plans'
import { isReleased } from '../after/release'
import { standingOn, unitFrom } from './standing'

/** The marks book: everyone's score that counts, on every assignment. */
export function marksService({ db, now }: Context, plans: PlanService) {
  return {
    async book(): Promise<MarksView> {
      const at = now()
      const given = await assignmentsIn(db).all()
      const ids = given.map(({ id }) => id)
      const [shares, sat, adjusted, cohorts, units] = await Promise.all([
        assignmentsIn(db).sharesOf(ids),
        sittingsIn(db).onAll(ids),
        adjustmentsIn(db).all(),
        cohortsIn(db).titles(),
        unitsIn(db).all(),
      ])
      const people = await peopleIn(db).byIds(shares.map(({ personId }) => personId))
      const bySharer = group(sat, sitting => `${sitting.assignmentId} ${sitting.personId}`)
      /** The cohorts of those who have it, if all of them are in one; else the room, or how many they are. */
      const receiversOf = (assignmentId: string): string => {
        const own = shares.filter(share => share.assignmentId === assignmentId)
        const common = own
          .map(({ personId }) => cohorts.get(personId) ?? [])
          .reduce<string[] | null>((all, some) => (all === null ? some : all.filter(one => some.includes(one))), null)
        const room = given.find(({ id }) => id === assignmentId)?.settings.room ?? ''
        const people = `${own.length} ${own.length === 1 ? 'person' : 'people'}`
        return [common?.[0] ?? people, room].filter(text => text !== '').join(', ')
      }
      const headOf = await plans.heads(given)
      const columns = given.map(assignment => {
        const { title, size } = headOf(assignment)
        return {
          assignmentId: assignment.id,
          title,
          givenTo: receiversOf(assignment.id),
          givenAt: assignment.givenAt ?? null,
          outOf: size.points,
          exactPoints: size.exactPoints,
          counts: assignment.settings.counts,
          released: isReleased(assignment, at),
        }
      })
      const unitOf = new Map(
        units.flatMap(unit => unit.parts.map(part => [part.assignmentId, { ...part, title: unit.title }] as const)),
      )
      const sizes = new Map(columns.map(({ assignmentId, outOf }) => [assignmentId, Math.round(outOf * 100)]))
      const rows = [...group(shares, ({ personId }) => personId)].map(([personId, own]) => {
        const standings = own.flatMap(share => {
          const assignment = given.find(({ id }) => id === share.assignmentId)
          const sittings = bySharer.get(`${share.assignmentId} ${personId}`) ?? []
          return assignment ? [standingOn(assignment, share, sittings, adjusted.get(personId))] : []
        })
        const totals = units.flatMap(unit => {
          const total = unitFrom(unit, standings, ({ id }) => sizes.get(id) ?? 0)
          return total ? [{ unitId: unit.id, total }] : []
        })
        return {
          personId,
          name: people.get(personId)?.name ?? personId,
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
      return {
        units: units.map(unit => ({ id: unit.id, title: unit.title, takes: takesInWords(unit) })),
        columns: columns.map(column => {
          const part = unitOf.get(column.assignmentId)
          return { ...column, unit: part ? { title: part.title, weight: part.weight } : null }
        }),
        rows: rows.sort((a, b) => a.name.localeCompare(b.name, 'en-GB')),
      }
    },

    /** The book as CSV, a line for each person on each assignment. */
    async csv(): Promise<string> {
      const { columns, rows } = await this.book()
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
    async unitsCsv(): Promise<string> {
      const { units, rows } = await this.book()
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
