import type { Database } from './connection'

interface Row {
  person_id: string
  secret: string
  last_step: number
}
interface CodeRow {
  person_id: string
  digest: string
}

/** Second factors by person. Since when one is in use stands with the person; without that it is being set up. */
export function secondFactorsIn(db: Database) {
  return {
    async secretOf(personId: string): Promise<string | undefined> {
      return (await db<Row>('second_factors').where({ person_id: personId }).first('secret'))?.secret
    },
    /** A new secret, in place of any that is there. */
    async put(personId: string, secret: string): Promise<void> {
      await db<Row>('second_factors')
        .insert({ person_id: personId, secret, last_step: 0 })
        .onConflict('person_id')
        .merge()
    },
    /** Uses up the code of a time step; false where it or a later one is used up already. */
    async use(personId: string, step: number): Promise<boolean> {
      const rows = await db<Row>('second_factors')
        .where({ person_id: personId })
        .andWhere('last_step', '<', step)
        .update({ last_step: step })
      return rows > 0
    },
    /** In use since a moment, or with null no longer, and then nothing of it is left. */
    async since(personId: string, at: string | null): Promise<void> {
      await db('people').where({ id: personId }).update({ second_factor_at: at })
      if (at !== null) return
      await db<CodeRow>('recovery_codes').where({ person_id: personId }).delete()
      await db<Row>('second_factors').where({ person_id: personId }).delete()
    },
    /** Recovery codes by their digests, in place of those before. */
    async putCodes(personId: string, digests: readonly string[]): Promise<void> {
      await db.transaction(async trx => {
        await trx<CodeRow>('recovery_codes').where({ person_id: personId }).delete()
        await trx<CodeRow>('recovery_codes').insert(digests.map(digest => ({ person_id: personId, digest })))
      })
    },
    /** Uses up a recovery code; false where it isn’t one. */
    async useCode(personId: string, digest: string): Promise<boolean> {
      return (await db<CodeRow>('recovery_codes').where({ person_id: personId, digest }).delete()) > 0
    },
    async codesLeft(personId: string): Promise<number> {
      return (await db<CodeRow>('recovery_codes').where({ person_id: personId })).length
    },
  }
}
