import { toolsAtHand } from '../tools/registry'

/** Kinds of mistake that several tools find. */
const ofAny: Readonly<Record<string, string>> = {
  'changed-else': 'something else was changed',
  'not-begun': 'nothing was done for it',
}

/** A kind of mistake as reports say it, by the tools that are at hand; one that none of them names, as it is called. */
export function faultInWords(fault: string): string {
  const words = [ofAny, ...toolsAtHand().map(({ faults = {} }) => faults)].find(names => Object.hasOwn(names, fault))
  return words?.[fault] ?? fault.replaceAll('-', ' ')
}
