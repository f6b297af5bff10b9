import { z } from 'zod'
import type { Finding } from '../../tool'
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import {
  absolute,
  compared,
  leadingPower,
  minus,
  power,
  rational,
  readNumber,
  rounded,
  times,
  toSignificant,
} from '../../../ground/numbers'
import type { NumberRead, Rational } from '../../../ground/numbers'
import { sure } from '../../../ground/sure'
import { optionId, partId } from '../answers/options'

const MOST = 60
const plainNumber = z.string().refine(text => readPlain(text) !== null, 'a number such as 12.5 or 3/4')

/** A unit of the same kind as others, and how much of the first it is. */
const unit = z.strictObject({ id: optionId, text: z.string().min(1).max(30), factor: plainNumber.default('1') })

const part = z.strictObject({
  kind: z.literal('number'),
  id: partId,
  /** What stands before and after the field. */
  before: z.string().max(30).optional(),
  after: z.string().max(30).optional(),
  /** Units of which one is chosen. */
  units: z.array(unit).min(2).max(12).optional(),
  /** Whether 3/4 and 1 3/4 can be typed. */
  fractions: z.boolean().default(false),
  /** How exact it is to be, in words: to two decimals. */
  exactness: z.string().max(80).optional(),
})
export type NumberPart = z.infer<typeof part>

const answer = z.strictObject({
  text: z.string().max(MOST),
  /** The mark before the decimals where it was typed. */
  decimal: z.enum(['.', ',']),
  unit: optionId.optional(),
})
export type NumberAnswer = z.infer<typeof answer>

const key = z.strictObject({
  kind: z.literal('number'),
  /** A plain decimal, or a fraction. */
  is: plainNumber,
  /** The unit in which that is. */
  unit: optionId.optional(),
  /** Whether no other unit counts. */
  thisUnit: z.boolean().default(false),
  /** How far off it may be: by so much, by such a share of what is right, in so many figures that count, or rounded. */
  within: z
    .union([
      z.strictObject({ absolute: plainNumber }),
      z.strictObject({ relative: plainNumber }),
      z.strictObject({ significant: z.int().min(1).max(12) }),
      z.strictObject({ decimals: z.int().min(0).max(12) }),
    ])
    .optional(),
})
type NumberKey = z.infer<typeof key>

/** A number as content writes it. */
function readPlain(text: string): Rational | null {
  const read = readNumber(text, { decimal: '.', fractions: true })
  return read.ok ? read.value : null
}

export const readingOf = ({ fractions }: NumberPart, { text, decimal }: NumberAnswer): NumberRead =>
  readNumber(text, { decimal, fractions })

const factorOf = ({ units }: NumberPart, id: string | undefined): Rational =>
  sure(readPlain(units?.find(one => one.id === id)?.factor ?? '1'))
/** A number as it is told: with what stands before and after it, and with its unit. */
const told = ({ units, before = '', after }: NumberPart, text: string, id: string | undefined): string => {
  const behind = units?.find(one => one.id === id)?.text ?? after
  return `${before}${text}${behind === undefined ? '' : ` ${behind}`}`
}

type Written = Extract<NumberRead, { ok: true }>

/** What is wrong with a number against what is right, in one unit; null for nothing. */
function faultOf(written: Written, given: Rational, right: Rational, within: NumberKey['within']): string | null {
  if (!within) return compared(given, right) === 0 ? null : nearness(given, right)
  if ('absolute' in within || 'relative' in within) {
    const span =
      'absolute' in within ? sure(readPlain(within.absolute)) : times(sure(readPlain(within.relative)), absolute(right))
    return compared(absolute(minus(given, right)), absolute(span)) <= 0 ? null : nearness(given, right)
  }
  if ('significant' in within) {
    const same = compared(toSignificant(given, within.significant), toSignificant(right, within.significant)) === 0
    if (same) return written.significant === null || written.significant >= within.significant ? null : 'too-coarse'
    const fewer = written.significant ?? 0
    const rough = fewer > 0 && fewer < within.significant && compared(given, toSignificant(right, fewer)) === 0
    return rough ? 'too-coarse' : nearness(given, right)
  }
  if (compared(given, rounded(right, within.decimals)) === 0) return null
  return compared(rounded(given, within.decimals), rounded(right, within.decimals)) === 0
    ? 'not-rounded'
    : nearness(given, right)
}

/** What kind of wrong: the sign, a power of ten, or something else. */
function nearness(given: Rational, right: Rational): string {
  if (given.above === 0n || right.above === 0n) return 'wrong-number'
  if (compared(given, rational(-right.above, right.below)) === 0) return 'wrong-sign'
  const shift = leadingPower(given) - leadingPower(right)
  return shift !== 0 && compared(given, times(right, power(shift))) === 0 ? 'wrong-power' : 'wrong-number'
}

/** A number, with a unit where one is asked for. */
export const number = {
  part,
  answer,
  key,
  contradiction: ({ units }) => {
    const ids = (units ?? []).map(({ id }) => id)
    const twice = ids.find((id, at) => ids.indexOf(id) !== at)
    return twice === undefined ? null : `Two units are called ${twice}.`
  },
  refusal: ({ units }, { unit: id }) =>
    id === undefined || units?.some(one => one.id === id) ? null : 'There is no such unit here.',
  progress(asked, given) {
    if (!given || given.text.trim() === '') return { complete: false, words: 'nothing typed yet' }
    const read = readingOf(asked, given)
    if (!read.ok) return { complete: false, words: read.why }
    return asked.units && given.unit === undefined
      ? { complete: false, words: 'no unit chosen yet' }
      : { complete: true, words: 'typed' }
  },
  judge(asked, given, right): Finding {
    const expected = `${told(asked, right.is, right.unit)}.`
    if (!given || given.text.trim() === '') return unanswered(expected)
    const found = `${told(asked, given.text.trim(), given.unit)}.`
    const read = readingOf(asked, given)
    if (!read.ok) return wholly(false, expected, `${given.text.trim()}: ${read.why}.`, 'no-number')
    if (asked.units && given.unit === undefined) return wholly(false, expected, found, 'no-unit')
    const factor = times(factorOf(asked, given.unit), inverse(factorOf(asked, right.unit)))
    const value = times(read.value, factor)
    const fault = faultOf(read, value, sure(readPlain(right.is)), right.within)
    if (fault === null && right.thisUnit && given.unit !== right.unit)
      return wholly(false, expected, found, 'other-unit')
    const unitless = faultOf(read, read.value, sure(readPlain(right.is)), right.within)
    if (fault !== null && unitless === null) return wholly(false, expected, found, 'wrong-unit')
    return wholly(fault === null, expected, found, fault ?? '')
  },
  sentence: (asked, given) => told(asked, given.text.trim() || 'nothing', given.unit),
} satisfies QuestionKind<NumberPart, NumberAnswer, NumberKey>

function inverse({ above, below }: Rational): Rational {
  return rational(below, above)
}
