import { sure } from '../../ground/sure'
import { kindOf } from './kinds'
import type { Key } from './kinds'
import { unanswered } from './kinds/kind'
import type { Finding, JudgeContext } from '../tool'
import type { QuestionsOp } from './ops'
import { answerTo, partNamed } from './state'
import type { QuestionsState } from './state'

export type QuestionsContext = JudgeContext<QuestionsState, QuestionsOp, Key>

/** Judges the part of the step that is judged. A key of another kind finds nothing right. */
export function judge(state: QuestionsState, key: Key, { step }: QuestionsContext): Finding {
  const part = partNamed(state, step)
  const kind = part && kindOf(part)
  const read = kind?.key.safeParse(key)
  if (!part || !read?.success) return unanswered('A question of the kind that its key is for.')
  return sure(kind).judge(part, answerTo(state, step), read.data)
}
