import type { InjectionKey } from 'vue'

/** Where recordings of an answer lie. While a sitting runs, more can be made; afterwards they are only heard. */
export interface Speaking {
  urlOf(recording: string): string
  /** The pieces that this page has made of it. */
  piecesOf?(recording: string): readonly Uint8Array[] | undefined
  /** Asks what was recorded before; resolves when it is known. */
  know?(): Promise<void>
  /** How many recordings there are of a part, deleted ones included. */
  countOf?(part: string): number
  /** Why a recording wasn’t taken. */
  failureOf?(recording: string): string | undefined
  keep?(part: string, piece: { recording: string; number: number; file: Uint8Array<ArrayBuffer> }): void
}
export const speaking: InjectionKey<Speaking> = Symbol('speaking')
