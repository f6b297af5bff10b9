import { stat } from 'node:fs/promises'
import { openDatabase } from '../../server/db/connection'
import * as appendOnly from '../../server/db/migrations/0003-append-only'

/** What is at work in the demo is there for minutes: a copy that is younger than this is left as it is. */
const YOUNG_MS = 60_000

const later = (moment: string | null, byMs: number): string | null =>
  moment === null ? null : new Date(Date.parse(moment) + byMs).toISOString()

interface Running {
  state: string
  id: string
  started_at: string
  deadline_at: string
}
interface Event {
  sitting_id: string
  seq: number
  client_at: string | null
  server_at: string
}

/**
 * A first start is made once and copied for each server. The sittings that are under way in the copy go on from now, as
 * if it had just been made, however late in a run it is used: their logs are moved on by what has passed since.
 */
export async function freshen(dataFile: string): Promise<void> {
  const age = Date.now() - (await stat(dataFile)).mtimeMs
  if (age < YOUNG_MS) return
  const db = await openDatabase(dataFile)
  const running = await db<Running>('sittings').where({ state: 'running' })
  await appendOnly.down(db)
  for (const { id, started_at: started, deadline_at: deadline } of running) {
    await db('sittings')
      .where({ id })
      .update({ started_at: later(started, age), deadline_at: later(deadline, age) })
    for (const event of await db<Event>('sitting_events').where({ sitting_id: id }))
      await db('sitting_events')
        .where({ sitting_id: id, seq: event.seq })
        .update({ client_at: later(event.client_at, age), server_at: later(event.server_at, age) })
    await db('sitting_snapshots').where({ sitting_id: id }).delete()
  }
  await appendOnly.up(db)
  await db.destroy()
}
