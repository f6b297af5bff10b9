import { describe, it } from 'vitest'

/** A test of a setting where it bites, and one where it doesn't, each with what it shows. */
export interface Pair {
  bites: [what: string, test: () => Promise<void>]
  rests: [what: string, test: () => Promise<void>]
}

/** Runs both tests of every setting. */
export function testPairs(pairs: Record<string, Pair>, what = ''): void {
  describe.each(Object.entries(pairs))(`${what}%s`, (_, { bites, rests }) => {
    it(`bites: ${bites[0]}`, bites[1])
    it(`rests: ${rests[0]}`, rests[1])
  })
}

/** Settings that bite before the work begins: how often, when, at the door. The others have a table of their own. */
export type BeforeWork =
  | 'sittingsAllowed'
  | 'counts'
  | 'opensAt'
  | 'dueAt'
  | 'closesAt'
  | 'latePercent'
  | 'room'
  | 'accessCode'
  | 'codeFrom'
  | 'admission'
  | 'conditions'
  | 'details'
  | 'systemCheck'
  | 'microphone'
  | 'readingSeconds'
  | 'after'
