import { z } from 'zod'
import { paperRules } from '../../paper/schema'
import type { PaperRules } from '../../paper/schema'
import { chosen } from './setting'

/** A rule of the paper that an assignment may set otherwise. */
interface Rule {
  id: string
  label: string
  /** Null for a number. */
  choices: readonly (readonly [value: unknown, label: string])[] | null
  /** Where steps are answered so, the rule does nothing. */
  idleWhen?: PaperRules['answers']
  bites: string
  rests: string
}
const yesNo = [
  [true, 'yes'],
  [false, 'no'],
] as const

/** In the order of the form. What each means to a trainee stands on the cover with the paper's own. */
export const rules = {
  answers: {
    id: 'answers',
    label: 'Steps are',
    choices: chosen({ checked: 'checked, with tries', settled: 'settled, no checks' }),
    bites: 'settled: no checks, judged at the end',
    rests: 'as the paper says: checked',
  },
  tries: {
    id: 'tries',
    label: 'Tries on each step',
    choices: null,
    idleWhen: 'settled',
    bites: 'one instead of three',
    rests: 'as the paper says: three',
  },
  feedback: {
    id: 'feedback',
    label: 'A check tells',
    choices: chosen({ none: 'only right or not', which: 'which parts', why: 'which parts and why' }),
    idleWhen: 'settled',
    bites: 'none: a check tells only whether the step is right',
    rests: 'as the paper says: which parts',
  },
  afterTries: {
    id: 'after-tries',
    label: 'When tries run out, work is',
    choices: chosen({ 'set-right': 'set right', 'leave': 'left as it is' }),
    idleWhen: 'settled',
    bites: 'leave: the work stays as it is',
    rests: 'as the paper says: set right',
  },
  setRightWhenLeft: {
    id: 'when-left',
    label: 'Set right when left for good',
    choices: yesNo,
    idleWhen: 'settled',
    bites: 'no: a step that is left stays as it is, and shows nobody what is right',
    rests: 'as the paper says: it is set right',
  },
  partial: {
    id: 'partial',
    label: 'Part points without passing',
    choices: yesNo,
    bites: 'off: nothing for a part',
    rests: 'on: the parts that were right, 2.00 + 1.00',
  },
  unsettle: {
    id: 'unsettle',
    label: 'Settled steps may be reopened',
    choices: yesNo,
    idleWhen: 'checked',
    bites: 'no: what is settled stays settled',
    rests: 'yes: it may be opened again',
  },
  moveOn: {
    id: 'move-on',
    label: 'Goes on by itself',
    choices: yesNo,
    bites: 'no: the bench waits (tests/browser/sitting.test.ts)',
    rests: 'yes: it goes on by itself',
  },
} satisfies Partial<Record<keyof PaperRules, Rule>>
export type RuleName = keyof typeof rules

/** How many tries a step may have. */
export const TRIES = { min: 1, max: 20 }

const shape = paperRules.shape
export const ruleOverrides = z
  .strictObject({
    tries: shape.tries.unwrap(),
    partial: shape.partial.unwrap(),
    feedback: shape.feedback.unwrap(),
    afterTries: shape.afterTries.unwrap(),
    setRightWhenLeft: shape.setRightWhenLeft.unwrap(),
    answers: shape.answers.unwrap(),
    unsettle: shape.unsettle.unwrap(),
    moveOn: shape.moveOn.unwrap(),
  } satisfies Record<RuleName, z.ZodType>)
  .partial()
export type RuleOverrides = z.infer<typeof ruleOverrides>
