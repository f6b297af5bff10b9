import { openDB } from 'idb'
import type { DBSchema } from 'idb'
import { inWords } from '../composables/useApi'
import type { Sealed, Sealing } from './sealing'
import { afterFailing } from './sender'
import type { Waiting } from './waiting'

/** Some seconds of an answer that is spoken. */
export interface Piece {
  sittingId: string
  taskId: string
  stepId: string
  recording: string
  /** Its place in the recording, from 0. */
  number: number
  /** A WAVE file. */
  file: Uint8Array<ArrayBuffer>
}

/** Pieces on the device until the server has them, so that they outlive the page. */
export interface PieceStore {
  load(sittingId: string): Promise<Piece[]>
  add(piece: Piece): Promise<void>
  remove(piece: Piece): Promise<void>
}

/** A piece whose sound is sealed for its owner, or plain where the browser can't seal. */
type Kept = Omit<Piece, 'file'> & ({ file: Piece['file'] } | { owner: string; sealed: Sealed })

interface SoundSchema extends DBSchema {
  pieces: { key: [string, string, number]; value: Kept; indexes: { bySitting: string } }
}
const keyOf = ({ sittingId, recording, number }: Piece): [string, string, number] => [sittingId, recording, number]

/** In the browser’s database; in memory alone where the browser keeps nothing. */
export async function openPieces(sealing: Sealing | null): Promise<PieceStore> {
  try {
    const db = await openDB<SoundSchema>('steady-anvil-sound', 1, {
      upgrade: found =>
        found
          .createObjectStore('pieces', { keyPath: ['sittingId', 'recording', 'number'] })
          .createIndex('bySitting', 'sittingId'),
    })
    async function kept({ file, ...piece }: Piece): Promise<Kept> {
      return sealing ? { ...piece, owner: sealing.owner, sealed: await sealing.seal(file) } : { ...piece, file }
    }
    /** Nothing of what belongs to somebody else, which stays where it is. */
    async function opened(one: Kept): Promise<Piece[]> {
      if ('file' in one) return [one]
      const { owner: _, sealed, ...piece } = one
      const file = await sealing?.open(sealed)
      return file ? [{ ...piece, file }] : []
    }
    return {
      async load(sittingId) {
        const all = await db.getAllFromIndex('pieces', 'bySitting', sittingId)
        return (await Promise.all(all.map(opened))).flat()
      },
      add: async piece => void (await db.put('pieces', await kept(piece))),
      remove: piece => db.delete('pieces', keyOf(piece)),
    }
  } catch {
    return { load: async () => [], add: async () => undefined, remove: async () => undefined }
  }
}

const FIRST_WAIT_MS = 1000
const LONGEST_WAIT_MS = 10_000

export interface PieceSenderOptions {
  store: PieceStore
  post(piece: Piece): Promise<unknown>
  /** Called when a recording will never be taken, with why, in words. */
  rejected(recording: string, why: string): void
  changed(waiting: number): void
}

/** Sends pieces one after the other, in the order in which they were made; what can’t be sent waits. */
export class PieceSender implements Waiting {
  #waiting: Piece[] = []
  #sending = false
  #stuck = false
  #stopped = false
  #wait = FIRST_WAIT_MS
  #timer: ReturnType<typeof setTimeout> | undefined

  constructor(private readonly options: PieceSenderOptions) {}

  /** Takes over what an earlier page left behind, and sends it. */
  async restore(sittingId: string): Promise<void> {
    const left = await this.options.store.load(sittingId)
    this.#waiting = [...left.sort((a, b) => a.number - b.number), ...this.#waiting]
    this.#tell()
    void this.send()
  }

  put(piece: Piece): void {
    this.#waiting.push(piece)
    this.#tell()
    void this.options.store
      .add(piece)
      .catch(() => undefined)
      .then(() => this.send())
  }

  async settle(): Promise<boolean> {
    while (this.#waiting.length > 0 && !this.#stopped) {
      await this.send()
      if (this.#stuck) return false
      if (this.#sending) await new Promise(resolve => setTimeout(resolve, 30))
    }
    return true
  }

  async send(): Promise<void> {
    if (this.#sending || this.#stopped) return
    clearTimeout(this.#timer)
    this.#sending = true
    try {
      for (let next = this.#waiting[0]; next && !this.#stopped; next = this.#waiting[0]) {
        await this.options.post(next)
        this.#stuck = false
        this.#wait = FIRST_WAIT_MS
        await this.#drop([next])
      }
    } catch (error) {
      await this.#failed(error)
    } finally {
      this.#sending = false
      this.#tell()
    }
  }

  stop(): void {
    this.#stopped = true
    clearTimeout(this.#timer)
  }

  async #failed(error: unknown): Promise<void> {
    const next = afterFailing(error)
    const refused = this.#waiting[0]?.recording
    if (next === 'taken-over') this.stop()
    else if (next === 'never' && refused !== undefined) {
      await this.#drop(this.#waiting.filter(({ recording }) => recording === refused))
      this.options.rejected(refused, inWords(error))
      this.#timer = setTimeout(() => void this.send())
    } else {
      this.#stuck = true
      this.#timer = setTimeout(() => void this.send(), this.#wait)
      this.#wait = Math.min(this.#wait * 2, LONGEST_WAIT_MS)
    }
  }

  async #drop(pieces: readonly Piece[]): Promise<void> {
    this.#waiting = this.#waiting.filter(piece => !pieces.includes(piece))
    for (const piece of pieces) await this.options.store.remove(piece).catch(() => undefined)
    this.#tell()
  }

  #tell(): void {
    this.options.changed(this.#waiting.length)
  }
}
