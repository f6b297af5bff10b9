import { key, kindOf, kindsIn, loadKinds } from './kinds'
import type { Key, Part } from './kinds'
import type { Tool } from '../tool'
import { judge } from './checks'
import { figureOf } from './figures'
import { describe } from './describe'
import { answered, apply, questionsOp } from './ops'
import type { QuestionsOp } from './ops'
import { pack, unpack } from './packing'
import { proving } from './proving'
import { allowed, used } from './recording'
import { progress, shown } from './shown'
import { answerTo, initial, questionsSetup } from './state'
import type { QuestionsSetup, QuestionsState } from './state'

/** Questions of any kind, one for each step of a task. */
export const questions: Tool<QuestionsState, QuestionsOp, QuestionsSetup, Key> = {
  id: 'questions',
  version: 2,
  slowToJudge: true,
  setup: questionsSetup,
  op: questionsOp,
  check: key,
  prepare: setup => loadKinds(setup === undefined ? undefined : kindsIn((setup as Partial<QuestionsSetup>).parts)),
  initial,
  apply,
  effect: ({ type }) => (type === 'rule-out' ? 'look' : 'change'),
  describe,
  judge,
  carry: (_, to) => to,
  setRight(from, { start, task, step }) {
    const model = task.steps.find(({ id }) => id === step)?.model ?? []
    const right = model.reduce((state, op) => {
      const applied = apply(state, op)
      return applied.ok ? applied.state : state
    }, start)
    return answered(from, step, answerTo(right, step))
  },
  figure: (state, name, { step }) => (name === 'answer' ? figureOf(state, step) : null),
  isBegun: (state, step) => answerTo(state, step) !== null,
  arranged({ parts, ...others }, seed) {
    const arranged = parts.map((part, at) => (kindOf(part).arranged?.(part, seed + at) ?? part) as Part)
    return arranged.some((part, at) => part !== parts[at]) ? { ...others, parts: arranged } : null
  },
  shown,
  progress,
  recording: { allowed, used },
  proving,
  pack,
  /** A step is a part: what was answered to others is none of its work. */
  comesTo: (state, _start, step) => answerTo(state, step),
  unpack,
  view: state => state,
}
