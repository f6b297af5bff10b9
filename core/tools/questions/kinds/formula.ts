import { z } from 'zod'
import { standing } from '../algebra/equivalence'
import type { Domain } from '../algebra/equivalence'
import { FORMS, hasForm } from '../algebra/forms'
import type { Form } from '../algebra/forms'
import { inBaseUnits, readFormula } from '../algebra/read'
import type { FormulaRead } from '../algebra/read'
import { withinAJudgement } from '../algebra/polynomial'
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import { readNumber } from '../../../ground/numbers'
import { partId } from '../answers/options'
import { asSentence } from '../answers/wording'

const MOST = 1000
const name = z
  .string()
  .regex(/^\p{L}+(_[\p{L}\d]+|[₀-₉]+)?$/u)
  .max(20)

const part = z.strictObject({
  kind: z.literal('formula'),
  id: partId,
  /** What may stand for a value; any single letter where nothing is said. */
  names: z.array(name).min(1).max(12).optional(),
  /** Units, each as so much of another one. */
  units: z.record(name, z.strictObject({ of: name, factor: z.string().max(30) })).optional(),
  /** What stands before the field: y =. */
  before: z.string().max(30).optional(),
})
export type FormulaPart = z.infer<typeof part>

const answer = z.string().max(MOST)
const key = z.strictObject({
  kind: z.literal('formula'),
  is: z.string().min(1).max(MOST),
  /** How it is to be written, for which letter it is to be solved, and whether program text’s signs lose it. */
  form: z.enum(FORMS).optional(),
  for: name.optional(),
  notation: z.boolean().default(false),
  /** Between what the values of letters lie. */
  domain: z.record(name, z.strictObject({ from: z.number(), to: z.number() })).default({}),
})

/** How a form is called in a sentence. */
const FORM_WORDS: Readonly<Record<Form, string>> = {
  'lowest-terms': 'in lowest terms',
  'factorised': 'as a product that can’t be taken apart further',
  'expanded': 'as a sum without brackets, with like terms put together',
  'standard-form': 'as a number from 1 to below 10, times a power of ten',
  'solved': 'solved',
}
const FAULTS = { 'same': '', 'other-sign': 'wrong-sign', 'narrower': 'other-domain', 'other': 'other-value' } as const

/** A formula as this part takes it. */
export const readingOf = ({ names, units }: FormulaPart, text: string): FormulaRead =>
  readFormula(text, {
    ...(names ? { names } : {}),
    units: Object.entries(units ?? {}).flatMap(([unit, { of }]) => [unit, of]),
  })

const inUnits = (asked: FormulaPart, read: Extract<FormulaRead, { ok: true }>) =>
  inBaseUnits(read.formula, asked.units ?? {})

/** A formula, judged by what it means, by how it is written, and by its signs. */
export const formula = {
  part,
  answer,
  key,
  contradiction({ units }) {
    for (const [unit, { of, factor }] of Object.entries(units ?? {})) {
      if (!readNumber(factor, { decimal: '.', fractions: true }).ok) return `The factor of ${unit} is no number.`
      if (units && of in units) return `${unit} is told in ${of}, which is itself told in another.`
    }
    return null
  },
  refusal: (_, text) => (/[\n\r]/.test(text) ? 'A formula stands in one line.' : null),
  progress(asked, text) {
    if (text === null || text.trim() === '') return { complete: false, words: 'nothing typed yet' }
    const read = readingOf(asked, text)
    return read.ok ? { complete: true, words: 'typed' } : { complete: false, words: read.why }
  },
  judge(asked, text, { is, form, for: letter, notation, domain }) {
    const how = form ? `, ${FORM_WORDS[form]}${form === 'solved' ? ` for ${letter ?? 'its letter'}` : ''}` : ''
    const expected = `${is}${how}${notation ? ', in mathematical signs' : ''}.`
    if (text === null || text.trim() === '') return unanswered(expected)
    const found = `${text.trim()}.`
    const [read, right] = [readingOf(asked, text), readingOf(asked, is)]
    if (!read.ok) return wholly(false, expected, `${text.trim()}: ${asSentence(read.why)}`, 'misread')
    if (!right.ok) return wholly(false, expected, found, 'other-value')
    const fault = withinAJudgement(() => {
      const relative = standing(inUnits(asked, read), inUnits(asked, right), domain as Domain)
      if (relative !== 'same') return FAULTS[relative]
      return form && !hasForm(read.formula, form, letter ?? '') ? `not-${form}` : null
    })
    if (fault !== null) return wholly(false, expected, found, fault)
    const signs = notation ? read.programSigns : []
    return signs.length === 0
      ? wholly(true, expected, found, '')
      : wholly(false, expected, `${text.trim()}, with ${signs.join(' and ')}.`, 'program-signs')
  },
  sentence: (_, text) => (text.trim() === '' ? 'nothing' : `“${text.trim()}”`),
} satisfies QuestionKind<FormulaPart, string, z.infer<typeof key>>
