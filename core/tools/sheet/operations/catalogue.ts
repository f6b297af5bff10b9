import { arranging } from './arranging'
import { charting } from './charting'
import { entering } from './entering'
import { looking } from './looking'
import type { Operation } from './operation'
import { ordering } from './ordering'
import { printing } from './printing'
import { ruling } from './ruling'
import { shaping } from './shaping'
import { workingOut } from './working-out'

export { groups } from './operation'
export type { Answers, Around, Group, Operation, Question, Selection } from './operation'

/** All that can be done, in the order of the groups. */
export const operations: readonly Operation[] = [
  ...entering,
  ...shaping,
  ...ordering,
  ...workingOut,
  ...looking,
  ...ruling,
  ...charting,
  ...arranging,
  ...printing,
]
