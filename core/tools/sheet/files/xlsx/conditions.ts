import { sure } from '../../../../ground/sure'
import { blockAt } from '../../addresses'
import { cellName, fixedAddress } from '../../formula/references'
import { typed } from '../../typing'
import { Formula } from '../../workbook/formula'
import type { Condition } from '../../workbook/features/condition'

/** What is typed for an operand, as a formula without its equals sign: a text in quotes. */
export function operandInFile(text: string): string {
  const read = typed(text)
  if (!read.ok || read.input === undefined) return '""'
  if (read.input instanceof Formula) return read.input.text.slice(1)
  if (typeof read.input === 'string') return quoted(read.input)
  return typeof read.input === 'boolean' ? String(read.input).toUpperCase() : String(read.input)
}
/** The operand again: a number or text as it would be typed. */
export function operandFromFile(formula: string): string {
  const text = /^"((?:[^"]|"")*)"$/.exec(formula)?.[1]
  if (text !== undefined) return text.replaceAll('""', '"')
  return /^-?\d+(\.\d+)?(e[+-]?\d+)?$/i.test(formula) || /^(true|false)$/i.test(formula) ? formula : `=${formula}`
}

const quoted = (text: string): string => `"${text.replaceAll('"', '""')}"`
const unquoted = (text: string): string => text.replaceAll('""', '"')

export const operators = {
  'equal': 'equal',
  'not-equal': 'notEqual',
  'more': 'greaterThan',
  'at-least': 'greaterThanOrEqual',
  'less': 'lessThan',
  'at-most': 'lessThanOrEqual',
  'between': 'between',
  'not-between': 'notBetween',
} as const
export type Compared = keyof typeof operators
export type Operator = (typeof operators)[Compared]

export function comparedFrom(operator: string, formulas: readonly string[]): Condition | null {
  const is = (Object.keys(operators) as Compared[]).find(key => operators[key] === operator)
  const [first, second] = formulas.map(operandFromFile)
  if (is === undefined || first === undefined || first === '') return null
  if (is === 'between' || is === 'not-between') return second ? { is, from: first, to: second } : null
  return { is, to: first }
}

const SIGNS = { 'equal': '=', 'not-equal': '<>', 'more': '>', 'at-least': '>=', 'less': '<', 'at-most': '<=' } as const

/** A condition as a formula for the first cell of its area, for what files have no words for. */
export function conditionAsFormula(condition: Condition, area: string): string {
  const bounds = blockAt(area)
  const cell = cellName(bounds.top, bounds.left)
  const all = fixedAddress(area)
  switch (condition.is) {
    case 'true':
      return condition.formula.slice(1)
    case 'containing':
      return `NOT(ISERROR(SEARCH(${quoted(condition.text)},${cell})))`
    case 'not-containing':
      return `ISERROR(SEARCH(${quoted(condition.text)},${cell}))`
    case 'beginning':
      return `LEFT(${cell},LEN(${quoted(condition.text)}))=${quoted(condition.text)}`
    case 'ending':
      return `RIGHT(${cell},LEN(${quoted(condition.text)}))=${quoted(condition.text)}`
    case 'one-of':
      return `OR(${condition.values.map(value => `${cell}=${quoted(value)}`).join(',')})`
    case 'empty':
      return `LEN(TRIM(${cell}))=0`
    case 'filled':
      return `LEN(TRIM(${cell}))>0`
    case 'repeated':
      return `COUNTIF(${all},${cell})>1`
    case 'single':
      return `COUNTIF(${all},${cell})=1`
    case 'above-average':
    case 'below-average':
      return `${cell}${condition.is === 'above-average' ? '>' : '<'}AVERAGE(${all})`
    case 'largest':
    case 'smallest': {
      const count = condition.percent
        ? `MAX(1,INT(COUNT(${all})*${condition.count}/100))`
        : `MIN(COUNT(${all}),${condition.count})`
      return condition.is === 'largest' ? `${cell}>=LARGE(${all},${count})` : `${cell}<=SMALL(${all},${count})`
    }
    case 'between':
    case 'not-between': {
      const within = `AND(${cell}>=${operandInFile(condition.from)},${cell}<=${operandInFile(condition.to)})`
      return condition.is === 'between' ? within : `NOT(${within})`
    }
    default:
      return `${cell}${SIGNS[condition.is]}${operandInFile(condition.to)}`
  }
}

const TEXT = '"((?:[^"]|"")*)"'
const patterns: readonly (readonly [RegExp, (found: RegExpExecArray) => Condition])[] = [
  [
    new RegExp(`^NOT\\(ISERROR\\(SEARCH\\(${TEXT},[A-Z]+\\d+\\)\\)\\)$`),
    found => ({ is: 'containing', text: unquoted(sure(found[1])) }),
  ],
  [
    new RegExp(`^ISERROR\\(SEARCH\\(${TEXT},[A-Z]+\\d+\\)\\)$`),
    found => ({ is: 'not-containing', text: unquoted(sure(found[1])) }),
  ],
  [
    new RegExp(`^LEFT\\([A-Z]+\\d+,LEN\\(${TEXT}\\)\\)=`),
    found => ({ is: 'beginning', text: unquoted(sure(found[1])) }),
  ],
  [new RegExp(`^RIGHT\\([A-Z]+\\d+,LEN\\(${TEXT}\\)\\)=`), found => ({ is: 'ending', text: unquoted(sure(found[1])) })],
  [/^LEN\(TRIM\([A-Z]+\d+\)\)=0$/, () => ({ is: 'empty' })],
  [/^LEN\(TRIM\([A-Z]+\d+\)\)>0$/, () => ({ is: 'filled' })],
  [/^COUNTIF\([$A-Z\d:]+,[A-Z]+\d+\)>1$/, () => ({ is: 'repeated' })],
  [/^COUNTIF\([$A-Z\d:]+,[A-Z]+\d+\)=1$/, () => ({ is: 'single' })],
]

/** The condition that a formula stands for, where it is one of those that we write; else the formula itself. */
export function conditionFromFormula(formula: string): Condition {
  const oneOf = /^OR\(((?:[A-Z]+\d+="(?:[^"]|"")*",?)+)\)$/.exec(formula)?.[1]
  if (oneOf)
    return { is: 'one-of', values: [...oneOf.matchAll(new RegExp(`=${TEXT}`, 'g'))].map(one => unquoted(sure(one[1]))) }
  for (const [pattern, condition] of patterns) {
    const found = pattern.exec(formula)
    if (found) return condition(found)
  }
  return { is: 'true', formula: `=${formula}` }
}
