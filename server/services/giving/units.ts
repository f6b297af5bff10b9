import { group } from 'd3'
import type { Unit, UnitDocument, UnitTotal } from '../../../core/assignment/units'
import type { UnitView } from '../../../core/wire/assigning'
import { assignmentsIn } from '../../db/assignments'
import type { Assignment } from '../../db/assignments'
import { adjustmentsIn } from '../../db/people'
import type { Person } from '../../db/people'
import { sittingsIn } from '../../db/sittings'
import { unitsIn } from '../../db/units'
import { isReleased } from '../results/release'
import type { AuditService } from '../ground/auditing'
import type { Context } from '../ground/context'
import { notFound, Problem } from '../ground/problem'
import type { PlanService } from '../sitting/plans'
import { countsFor, standingOn, unitFrom } from './standing'

/** Units: made and changed by trainers, and what one comes to for whoever may let an optional paper stand for it. */
export function unitService({ db, now, newId }: Context, plans: PlanService, audit: AuditService) {
  const units = unitsIn(db)
  const assignments = assignmentsIn(db)

  async function found(id: string): Promise<Unit> {
    const unit = await units.byId(id)
    if (!unit) throw notFound('unit')
    return unit
  }

  function viewOf(unit: Unit, given: readonly Assignment[]): UnitView {
    return { ...unit, optional: given.filter(one => countsFor(one, unit.title)).length }
  }

  /** Throws a Problem where the unit can't be so among the others. */
  async function prove(id: string, { title, parts }: UnitDocument, given: readonly Assignment[]): Promise<void> {
    const others = (await units.all()).filter(unit => unit.id !== id)
    if (others.some(other => other.title.toLowerCase() === title.toLowerCase()))
      throw new Problem(409, 'title-taken', 'There is a unit of this name already.', { title: 'taken' })
    const taken = new Map(others.flatMap(other => other.parts.map(part => [part.assignmentId, other.title])))
    for (const { assignmentId } of parts) {
      const inAnother = taken.get(assignmentId)
      if (inAnother !== undefined)
        throw new Problem(409, 'in-another', `One of the papers is in “${inAnother}” already.`, { parts: 'taken' })
      const assignment = given.find(one => one.id === assignmentId)
      if (!assignment)
        throw new Problem(422, 'no-such-assignment', 'One of the papers is no longer given.', {
          parts: 'There is no such assignment.',
        })
      if (assignment.settings.optional)
        throw new Problem(422, 'optional', 'An optional paper stands in place of a unit, not in one.', {
          parts: 'optional',
        })
    }
  }

  return {
    async all(): Promise<UnitView[]> {
      const given = await assignments.all()
      return (await units.all()).map(unit => viewOf(unit, given))
    },

    async make(trainer: Person, document: UnitDocument): Promise<UnitView> {
      const given = await assignments.all()
      const unit = { ...document, id: newId() }
      await prove(unit.id, document, given)
      await units.put(unit)
      await audit.note(trainer, 'make-unit', [{ detail: unit.title }])
      return viewOf(unit, given)
    },

    /** Optional papers that may stand for it go on doing so under its new name. */
    async change(trainer: Person, id: string, document: UnitDocument): Promise<UnitView> {
      const before = await found(id)
      const given = await assignments.all()
      await prove(id, document, given)
      const unit = { ...document, id }
      await db.transaction(async trx => {
        await unitsIn(trx).put(unit)
        if (before.title === unit.title) return
        for (const { id: assignmentId, settings } of given.filter(one => countsFor(one, before.title)))
          await assignmentsIn(trx).change(assignmentId, { ...settings, unit: unit.title })
      })
      await audit.note(trainer, 'change-unit', [
        { detail: before.title === unit.title ? unit.title : `${before.title}, now ${unit.title}` },
      ])
      return viewOf(unit, await assignments.all())
    },

    async remove(trainer: Person, id: string): Promise<void> {
      const unit = await found(id)
      if ((await assignments.all()).some(one => countsFor(one, unit.title)))
        throw new Problem(409, 'in-use', 'An optional paper may stand in place of this unit. Change that paper first.')
      await units.remove(id)
      await audit.note(trainer, 'remove-unit', [{ detail: unit.title }])
    },

    /**
     * What the unit of this title comes to for a person by the results that they may know, without and with what
     * an optional paper gave. Null where there is no such unit.
     */
    async standing(
      personId: string,
      title: string,
    ): Promise<{ without: UnitTotal | null; now: UnitTotal | null } | null> {
      const unit = (await units.all()).find(one => one.title === title)
      if (!unit) return null
      const at = now()
      const [given, own, adjusted] = await Promise.all([
        assignments.of(personId),
        sittingsIn(db).of(personId),
        adjustmentsIn(db).of(personId),
      ])
      const byAssignment = group(own, ({ assignmentId }) => assignmentId)
      const shown = given.filter(({ assignment }) => isReleased(assignment, at))
      const headOf = await plans.heads(shown.map(({ assignment }) => assignment))
      const standings = shown.map(({ assignment, share }) =>
        standingOn(assignment, share, byAssignment.get(assignment.id) ?? [], adjusted),
      )
      const outOf = (assignment: Assignment): number => Math.round(headOf(assignment).size.points * 100)
      return {
        without: unitFrom(
          unit,
          standings.map(one => ({ ...one, credit: null })),
          outOf,
        ),
        now: unitFrom(unit, standings, outOf),
      }
    },
  }
}
export type UnitService = ReturnType<typeof unitService>
