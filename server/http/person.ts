import type { OwnView } from '../../core/wire/work'
import type { Person } from '../db/people'

/** What of somebody leaves the server for themselves. */
export function ownPerson({ id, name, email, role, passwordGivenAt }: Person): OwnView {
  return { id, name, email, role, mustChangePassword: passwordGivenAt !== undefined }
}
