import type { Looks } from '../../../core/people/kept-looks'
import { peopleIn } from '../../db/people'
import type { Person } from '../../db/people'
import type { Context } from '../ground/context'

/** How each person wants pages to look: theirs on every device. */
export function looksService({ db }: Context) {
  const people = peopleIn(db)
  return {
    of: ({ id }: Person): Promise<Looks> => people.looksOf(id),
    async keep({ id }: Person, wanted: Looks): Promise<Looks> {
      await people.keepLooks(id, wanted)
      return wanted
    },
  }
}
