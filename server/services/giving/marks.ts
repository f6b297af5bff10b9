import { group } from 'd3'
import { noAdjustments } from '../../../core/assignment/adjustments'
import { countingScore, isLate } from '../../../core/assignment/counting'
import type { MarksView } from '../../../core/wire/assigning'
import { assignmentsIn } from '../../db/assignments'
import { cohortsIn } from '../../db/groups'
import { adjustmentsIn, peopleIn } from '../../db/people'
import { sittingsIn } from '../../db/sittings'
import type { Context } from '../ground/context'
import { csvOf } from '../../../core/csv'
import type { PlanService } from '../sitting/plans'
import { isReleased } from '../after/release'
import { windowOf } from '../sitting/window'
import { countedFor, scoredOf, sizeOf } from '../sitting/work'

/** The marks book: everyone's score that counts, on every assignment. */
export function marksService({ db, now }: Context, plans: PlanService) {
  return {
    async book(): Promise<MarksView> {
      const at = now()
      const given = await assignmentsIn(db).all()
      const ids = given.map(({ id }) => id)
      const [shares, sat, adjusted, cohorts] = await Promise.all([
        assignmentsIn(db).sharesOf(ids),
        sittingsIn(db).onAll(ids),
        adjustmentsIn(db).all(),
        cohortsIn(db).titles(),
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
      const columns = await Promise.all(
        given.map(async assignment => {
          const plan = await plans.find(assignment.paperId, assignment.paperVersion)
          return {
            assignmentId: assignment.id,
            title: plan.paper.title,
            givenTo: receiversOf(assignment.id),
            givenAt: assignment.givenAt ?? null,
            outOf: sizeOf(plan).points,
            exactPoints: sizeOf(plan).exactPoints,
            counts: assignment.settings.counts,
            released: isReleased(assignment, at),
          }
        }),
      )
      const rows = [...group(shares, ({ personId }) => personId)].map(([personId, own]) => ({
        personId,
        name: people.get(personId)?.name ?? personId,
        cohort: cohorts.get(personId)?.join(', ') ?? '',
        cells: own.flatMap(share => {
          const assignment = given.find(({ id }) => id === share.assignmentId)
          if (!assignment) return []
          const sittings = bySharer.get(`${share.assignmentId} ${personId}`) ?? []
          const { dueAt } = windowOf({ assignment, share }, adjusted.get(personId) ?? noAdjustments)
          const score = countingScore(countedFor(assignment.settings, dueAt), scoredOf(sittings))
          return [
            {
              assignmentId: share.assignmentId,
              score: score === null ? null : score / 100,
              waiting: sittings.reduce((sum, { waiting }) => sum + waiting, 0) / 100,
              sittings: sittings.length,
              late: sittings.some(({ endedAt }) => endedAt !== null && isLate({ dueAt }, endedAt)),
              working: sittings.some(({ state }) => state === 'running'),
              credit: sittings.findLast(({ credit }) => credit !== null)?.credit ?? null,
            },
          ]
        }),
      }))
      return { columns, rows: rows.sort((a, b) => a.name.localeCompare(b.name, 'en-GB')) }
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
                    'released': column.released ? 'yes' : 'no',
                    'assignment': cell.assignmentId,
                  },
                ]
              : []
          }),
        ),
      )
    },
  }
}
