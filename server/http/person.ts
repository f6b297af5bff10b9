import type { OwnView } from '../../core/wire/sign-in'
import type { Services } from '../services'
import type { Person } from '../db/people'

/** What of somebody leaves the server for themselves. */
export async function ownPerson(person: Person, { factors, people }: Services): Promise<OwnView> {
  const { id, name, email, role, passwordGivenAt } = person
  return {
    id,
    name,
    email,
    role,
    mustChangePassword: passwordGivenAt !== undefined,
    mustSetUpFactor: factors.isMissing(person),
    deviceKey: await people.deviceKey(person),
  }
}
