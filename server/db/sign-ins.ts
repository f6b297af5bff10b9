import type { Database } from './connection'

interface Row {
  id: string
  person_id: string
  created_at: string
  expires_at: string
  revoked_at: string | null
}

/** Sign-ins that the server keeps, so that it can end any of them at once. */
export function signInsIn(db: Database) {
  return {
    async add(id: string, personId: string, createdAt: string, expiresAt: string): Promise<void> {
      await db<Row>('sign_ins').insert({
        id,
        person_id: personId,
        created_at: createdAt,
        expires_at: expiresAt,
        revoked_at: null,
      })
    },
    /** The person of a sign-in that is good at this moment, or undefined. */
    async personOf(id: string, now: string): Promise<string | undefined> {
      const row = await db<Row>('sign_ins')
        .where({ id })
        .whereNull('revoked_at')
        .andWhere('expires_at', '>', now)
        .first()
      return row?.person_id
    },
    async revoke(id: string, at: string): Promise<void> {
      await db<Row>('sign_ins').where({ id }).whereNull('revoked_at').update({ revoked_at: at })
    },
    async revokeAllOf(personId: string, at: string): Promise<void> {
      await db<Row>('sign_ins').where({ person_id: personId }).whereNull('revoked_at').update({ revoked_at: at })
    },
  }
}
