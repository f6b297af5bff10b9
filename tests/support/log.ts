import knex from 'knex'
import type { WebDriver } from './browser'
import type { Written } from './client'
import type { RunningServer } from './server'

/** A row of a sitting's log as it stands in the database. */
export interface LogRow {
  sitting_id: string
  seq: number
  kind: string
  status: string
  client_id: string
  payload: string
  client_at: string | null
}

/** The logs of these sittings, read past the server. */
export async function logOf({ dataFile }: RunningServer, ...sittingIds: string[]): Promise<LogRow[]> {
  const db = knex({ client: 'better-sqlite3', connection: { filename: dataFile }, useNullAsDefault: true })
  const rows = await db<LogRow>('sitting_events').whereIn('sitting_id', sittingIds).orderBy(['sitting_id', 'seq'])
  await db.destroy()
  return rows
}

/** The sitting whose bench is open. */
export const sittingIdOf = async (at: WebDriver): Promise<string> =>
  /sittings\/([^/]+)/.exec(await at.getCurrentUrl())![1]!

/** An entry that accrues wages. */
export const wages = (narration: string, amount = '1422.60'): Written => ({
  date: '2026-10-31',
  narration,
  lines: [
    { account: '6010', debit: amount },
    { account: '2100', credit: amount },
  ],
})
