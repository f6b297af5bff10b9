import { randomInt } from 'node:crypto'

/** Letters and digits that nobody takes for another when reading them off paper. */
const SYMBOLS = 'abcdefghjkmnpqrstuvwxyz23456789'

/** Random groups of four, easy to type once: 19.8 bits a group. */
export function readable(groups: number): string {
  return Array.from({ length: groups }, () =>
    Array.from({ length: 4 }, () => SYMBOLS[randomInt(SYMBOLS.length)]).join(''),
  ).join('-')
}
