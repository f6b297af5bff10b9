/** A test of a setting where it bites, and one where it doesn't, each with what it shows. */
export interface Pair {
  bites: [what: string, test: () => Promise<void>]
  rests: [what: string, test: () => Promise<void>]
}
