import type { Condition } from '../workbook/features/condition'
import { choices } from './operation'
import type { Answers, Question } from './operation'

const compared = [
  ['equal', 'is'],
  ['not-equal', 'is not'],
  ['more', 'is more than'],
  ['at-least', 'is at least'],
  ['less', 'is less than'],
  ['at-most', 'is at most'],
  ['between', 'is between … and …'],
  ['not-between', 'is not between … and …'],
] as const
const ofText = [
  ['containing', 'contains'],
  ['not-containing', 'doesn’t contain'],
  ['beginning', 'begins with'],
  ['ending', 'ends with'],
] as const
const ofAll = [
  ['empty', 'is empty'],
  ['filled', 'isn’t empty'],
  ['largest', 'is among the largest … of them'],
  ['smallest', 'is among the smallest … of them'],
  ['above-average', 'is above the average'],
  ['below-average', 'is below the average'],
  ['repeated', 'is there more than once'],
  ['single', 'is there only once'],
] as const

const WITH_FIRST: readonly string[] = [...compared, ...ofText, ['largest'], ['smallest'], ['true']].map(([is]) => is)

/** What to ask for a condition: how it compares, with what, and for a range with what else. */
export function conditionQuestions(about: string, first = 'equal', among: 'compared' | 'all' = 'all'): Question[] {
  const kinds =
    among === 'compared' ? compared : [...compared, ...ofText, ...ofAll, ['true', 'makes a formula TRUE'] as const]
  return [
    { key: 'is', label: about, kind: 'choice', choices: choices(...kinds), first },
    { key: 'to', label: 'This', kind: 'text', only: { key: 'is', of: WITH_FIRST } },
    { key: 'and', label: 'And', kind: 'text', only: { key: 'is', of: ['between', 'not-between'] } },
  ]
}

/** The condition of these answers, or what is missing. */
export function conditionFrom({ is = 'equal', to = '', and = '' }: Answers): Condition | string {
  const [first, second] = [to.trim(), and.trim()]
  switch (is) {
    case 'empty':
    case 'filled':
    case 'above-average':
    case 'below-average':
    case 'repeated':
    case 'single':
      return { is }
    case 'largest':
    case 'smallest': {
      const percent = first.endsWith('%')
      const count = Number(percent ? first.slice(0, -1) : first)
      if (!Number.isInteger(count) || count < 1 || count > 1000) return 'Say how many of them: 3, or 10%.'
      return { is, count, ...(percent ? { percent } : {}) }
    }
    case 'between':
    case 'not-between':
      return first === '' || second === '' ? 'A range has two ends: fill in both.' : { is, from: first, to: second }
    case 'containing':
    case 'not-containing':
    case 'beginning':
    case 'ending':
      return first === '' ? 'Say which text.' : { is, text: first }
    case 'true':
      return first.startsWith('=') ? { is, formula: first } : 'Write the formula with its equals sign.'
    case 'not-equal':
    case 'more':
    case 'at-least':
    case 'less':
    case 'at-most':
      return first === '' ? 'Say what to compare with.' : { is, to: first }
    default:
      return first === '' ? 'Say what to compare with.' : { is: 'equal', to: first }
  }
}
