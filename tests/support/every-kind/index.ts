import type { questionBench } from '../question-bench'
import { arranging } from './arranging'
import { choosing } from './choosing'
import { drawing } from './drawing'
import { handsOn } from './hands'
import type { KindTried } from './hands'
import { writing } from './writing'

export type { Gesture, KindTried } from './hands'

/** Every kind of question of “Try every kind”, in the order of the paper. */
export function everyKind(bench: ReturnType<typeof questionBench>): KindTried[] {
  const hands = handsOn(bench)
  return [choosing, writing, arranging, drawing].flatMap(kinds => kinds(hands))
}
