import { z } from 'zod'
import { bars } from './bars'
import { consoleLine } from './console-line'
import { cutting } from './cutting'
import { dividing } from './dividing'
import { drawn } from './drawn'
import { formula } from './formula'
import { gaps } from './gaps'
import { grid } from './grid'
import type { QuestionKind } from './kind'
import { matching } from './matching'
import { number } from './number'
import { numberLine } from './number-line'
import { oneOf } from './one-of'
import { ordering } from './ordering'
import { places } from './places'
import { placing } from './placing'
import { plane } from './plane'
import { severalOf } from './several-of'
import { sharing } from './sharing'
import { shortText } from './short-text'
import { spoken } from './spoken'
import { statements } from './statements'
import { written } from './written'

export type { Progress } from './kind'

/** All kinds of question there are, by the name that a part gives its kind. */
const kinds = {
  'one-of': oneOf,
  'several-of': severalOf,
  'statements': statements,
  'short-text': shortText,
  'number': number,
  'gaps': gaps,
  'placing': placing,
  'ordering': ordering,
  'matching': matching,
  'grid': grid,
  'dividing': dividing,
  'console-line': consoleLine,
  'places': places,
  'number-line': numberLine,
  'plane': plane,
  'bars': bars,
  'cutting': cutting,
  'sharing': sharing,
  'formula': formula,
  'written': written,
  'drawn': drawn,
  'spoken': spoken,
} as const
export const kindIds = Object.keys(kinds)

/** What the trainee is shown of a question. */
export const part = z.discriminatedUnion('kind', [
  oneOf.part,
  severalOf.part,
  statements.part,
  shortText.part,
  number.part,
  gaps.part,
  placing.part,
  ordering.part,
  matching.part,
  grid.part,
  dividing.part,
  consoleLine.part,
  formula.part,
  written.part,
  drawn.part,
  spoken.part,
  sharing.part,
  cutting.part,
  bars.part,
  plane.part,
  numberLine.part,
  places.part,
])
export type Part = z.infer<typeof part>

/** What is right. */
export const key = z.discriminatedUnion('kind', [
  oneOf.key,
  severalOf.key,
  statements.key,
  shortText.key,
  number.key,
  gaps.key,
  placing.key,
  ordering.key,
  matching.key,
  grid.key,
  dividing.key,
  consoleLine.key,
  formula.key,
  written.key,
  drawn.key,
  spoken.key,
  sharing.key,
  cutting.key,
  bars.key,
  plane.key,
  numberLine.key,
  places.key,
])
export type Key = z.infer<typeof key>

/** A kind whose types are known to itself alone: its schemas guard what goes in. */
type AnyKind = QuestionKind<unknown, unknown, unknown>
export const kindOf = ({ kind }: Part): AnyKind => kinds[kind] as unknown as AnyKind
