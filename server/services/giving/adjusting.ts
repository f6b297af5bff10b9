import { adjustmentsInWords, noAdjustments } from '../../../core/assignment/adjustments'
import type { Adjustments } from '../../../core/assignment/adjustments'
import type { AdjustedPersonView } from '../../../core/wire/assigning'
import { adjustmentsIn, peopleIn } from '../../db/people'
import type { Person } from '../../db/people'
import type { AuditService } from '../ground/auditing'
import type { Context } from '../ground/context'
import { notFound } from '../ground/problem'

/** What is set up for single people. A change holds from their next sitting on. */
export function adjustingService({ db }: Context, audit: AuditService) {
  return {
    async list(): Promise<AdjustedPersonView[]> {
      const [people, all] = await Promise.all([peopleIn(db).trainees(), adjustmentsIn(db).all()])
      return people.map(({ id, name, email }) => {
        const own = all.get(id) ?? noAdjustments
        return { id, name, email, adjustments: own, inWords: adjustmentsInWords(own) }
      })
    },
    async put(staff: Person, personId: string, adjusted: Adjustments, reason: string): Promise<AdjustedPersonView> {
      const person = await peopleIn(db).byId(personId)
      if (person?.role !== 'trainee') throw notFound('trainee')
      await adjustmentsIn(db).put(personId, adjusted)
      const inWords = adjustmentsInWords(adjusted)
      await audit.note(staff, 'adjust', [{ subjectId: personId, detail: `${inWords.join(', ') || 'none'}: ${reason}` }])
      return { id: person.id, name: person.name, email: person.email, adjustments: adjusted, inWords }
    },
  }
}
