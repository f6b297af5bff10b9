import { describe, it } from 'vitest'
import type { Setting } from '../../core/assignment/settings/setting'

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

/** The same, where what they show stands with the setting itself. */
export interface Proof {
  bites(): Promise<void>
  rests(): Promise<void>
}

/** The two tests of each of these settings. */
export function testSettings<Name extends string>(
  settings: Record<Name, Pick<Setting, 'bites' | 'rests'>>,
  proofs: Record<Name, Proof>,
  what = '',
): void {
  const pairs = (Object.keys(settings) as Name[]).map((name): [string, Pair] => {
    const [{ bites, rests }, proof] = [settings[name], proofs[name]]
    return [name, { bites: [bites, () => proof.bites()], rests: [rests, () => proof.rests()] }]
  })
  testPairs(Object.fromEntries(pairs), what)
}
