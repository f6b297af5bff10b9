import { kindOf, part } from '.'
import { sure } from '../../../ground/sure'

/** What an answer to a question comes to: `met`, or the fault, with the share where there is one. */
export function judged(asked: object, right: object, given: unknown): string {
  const one = part.parse({ id: 'one', ...asked })
  const kind = kindOf(one)
  const answer = given === null ? null : kind.answer.parse(given)
  const { met, share, fault } = kind.judge(one, answer, kind.key.parse(right))
  if (met) return 'met'
  return share > 0 ? `${sure(fault)} ${Math.round(share * 100) / 100}` : sure(fault)
}

/** Why an answer can’t be given to a question; `taken` where it can. */
export function refused(asked: object, given: unknown): string {
  const one = part.parse({ id: 'one', ...asked })
  const kind = kindOf(one)
  return kind.refusal(one, kind.answer.parse(given)) ?? 'taken'
}

/** Options by their names. */
export const named = (...ids: readonly string[]) => ids.map(id => ({ id, text: `option ${id}` }))
