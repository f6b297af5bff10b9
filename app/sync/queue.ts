import { openDB } from 'idb'
import type { DBSchema, IDBPDatabase } from 'idb'
import type { ClientEvent } from '~~/core/sitting/events'
import type { Sealed, Sealing } from './sealing'

/** An event that waits: sealed for its owner, or plain where the browser can't seal, and from versions of before. */
type Kept = { sittingId: string; event: ClientEvent } | { sittingId: string; owner: string; id: string; sealed: Sealed }

interface QueueSchema extends DBSchema {
  events: { key: number; value: Kept; indexes: { bySitting: string } }
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

const openEvents = (): Promise<IDBPDatabase<QueueSchema>> =>
  openDB<QueueSchema>('steady-anvil', 1, {
    upgrade: db => db.createObjectStore('events', { autoIncrement: true }).createIndex('bySitting', 'sittingId'),
  })

export async function openQueue(sealing: Sealing | null): Promise<EventQueue> {
  try {
    return durableQueue(await openEvents(), sealing)
  } catch {
    return memoryQueue()
  }
}

/** How many events of a person wait on this device, in whichever sitting. */
export async function waitingOf(owner: string): Promise<number> {
  try {
    const db = await openEvents()
    const all = await db.getAll('events')
    db.close()
    return all.filter(kept => !('owner' in kept) || kept.owner === owner).length
  } catch {
    return 0
  }
}

const idOf = (kept: Kept): string => ('event' in kept ? kept.event.id : kept.id)

function durableQueue(db: IDBPDatabase<QueueSchema>, sealing: Sealing | null): EventQueue {
  /** One after the other: the order in which they are kept is that in which they were made. */
  let adding: Promise<unknown> = Promise.resolve()

  async function kept(sittingId: string, event: ClientEvent): Promise<Kept> {
    if (!sealing) return { sittingId, event }
    const bytes = new TextEncoder().encode(JSON.stringify(event))
    return { sittingId, owner: sealing.owner, id: event.id, sealed: await sealing.seal(bytes) }
  }

  /** Nothing of what belongs to somebody else, which stays where it is. */
  async function opened(one: Kept): Promise<ClientEvent[]> {
    if ('event' in one) return [one.event]
    const bytes = await sealing?.open(one.sealed)
    // What was sealed here is what this page, or an earlier one, had made.
    return bytes ? [JSON.parse(new TextDecoder().decode(bytes)) as ClientEvent] : []
  }

  return {
    durable: true,
    async load(sittingId) {
      const all = await db.getAllFromIndex('events', 'bySitting', sittingId)
      return (await Promise.all(all.map(opened))).flat()
    },
    async add(sittingId, event) {
      const added = adding.then(async () => void (await db.add('events', await kept(sittingId, event))))
      adding = added.catch(() => undefined)
      return added
    },
    async remove(sittingId, ids) {
      // What is still being added has to be there before it can go.
      await adding
      const transaction = db.transaction('events', 'readwrite')
      for (
        let cursor = await transaction.store.index('bySitting').openCursor(sittingId);
        cursor;
        cursor = await cursor.continue()
      ) {
        if (ids.has(idOf(cursor.value))) await cursor.delete()
      }
      await transaction.done
    },
  }
}
