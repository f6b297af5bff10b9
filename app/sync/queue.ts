import { openDB } from 'idb'
import type { DBSchema, IDBPDatabase } from 'idb'
import type { ClientEvent } from '~~/core/sitting/events'

interface QueueSchema extends DBSchema {
  events: { key: number; value: { sittingId: string; event: ClientEvent }; indexes: { bySitting: string } }
}

/** What waits to be sent, in order, kept on the device so that it outlives the page. */
export interface EventQueue {
  /** False where the browser keeps nothing (a private window, a full disk): the queue then lives in memory only. */
  readonly durable: boolean
  load(sittingId: string): Promise<ClientEvent[]>
  add(sittingId: string, event: ClientEvent): Promise<void>
  remove(sittingId: string, ids: ReadonlySet<string>): Promise<void>
}

const memoryQueue = (): EventQueue => ({
  durable: false,
  load: async () => [],
  add: async () => undefined,
  remove: async () => undefined,
})

export async function openQueue(): Promise<EventQueue> {
  try {
    const db = await openDB<QueueSchema>('steady-anvil', 1, {
      upgrade: db => db.createObjectStore('events', { autoIncrement: true }).createIndex('bySitting', 'sittingId'),
    })
    return durableQueue(db)
  } catch {
    return memoryQueue()
  }
}

function durableQueue(db: IDBPDatabase<QueueSchema>): EventQueue {
  return {
    durable: true,
    load: async sittingId => (await db.getAllFromIndex('events', 'bySitting', sittingId)).map(({ event }) => event),
    add: async (sittingId, event) => {
      await db.add('events', { sittingId, event })
    },
    async remove(sittingId, ids) {
      const transaction = db.transaction('events', 'readwrite')
      for (
        let cursor = await transaction.store.index('bySitting').openCursor(sittingId);
        cursor;
        cursor = await cursor.continue()
      ) {
        if (ids.has(cursor.value.event.id)) await cursor.delete()
      }
      await transaction.done
    },
  }
}
