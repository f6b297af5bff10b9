import type { PersonView } from '../../core/wire/work'
import type { Person } from '../db/people'

/** What of a person leaves the server. */
export function publicPerson({ id, name, email, role }: Person): PersonView {
  return { id, name, email, role }
}
