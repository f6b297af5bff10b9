import type { CheckedInput, InputRule } from '../../workbook/features/checked-input'
import { areasIn } from '../reading'
import { childOf, childrenOf, escaped } from '../xml'
import type { Element } from '../xml'
import { comparedFrom, conditionAsFormula, conditionFromFormula, operandInFile, operators } from './conditions'
import { formulaFromFile, formulaInFile } from './formulas'

const TYPES = { whole: 'whole', number: 'decimal', day: 'date', time: 'time', length: 'textLength' } as const

function asked(rule: InputRule, area: string): { type: string; operator?: string; formulas: readonly string[] } {
  if (rule.takes === 'one-of') {
    const words = rule.from.split(/[;,]/).map(one => one.trim())
    return { type: 'list', formulas: [rule.from.startsWith('=') ? rule.from.slice(1) : `"${words.join(',')}"`] }
  }
  const { when } = rule
  if (rule.takes === 'any' || !(when.is in operators))
    return { type: 'custom', formulas: [conditionAsFormula(when, area)] }
  const operands = 'from' in when ? [when.from, when.to] : 'to' in when ? [when.to] : []
  return {
    type: TYPES[rule.takes],
    operator: operators[when.is as keyof typeof operators],
    formulas: operands.map(operandInFile),
  }
}

/** What the cells of a sheet take, as a file writes it (ISO/IEC 29500-1, 18.3.1.33). */
export function inputsInFile(inputs: readonly CheckedInput[]): string {
  const each = inputs.map(({ area, rule, message }) => {
    const { type, operator, formulas } = asked(rule, area)
    const said = message ? ` errorTitle="Input" error="${escaped(message)}"` : ''
    const inside = formulas.map((formula, at) => {
      const written = formulaInFile(`=${formula}`) ?? formula
      return `<formula${at + 1}>${escaped(written)}</formula${at + 1}>`
    })
    return (
      `<dataValidation type="${type}"${operator ? ` operator="${operator}"` : ''} allowBlank="1" showErrorMessage="1"` +
      `${said} sqref="${area}">${inside.join('')}</dataValidation>`
    )
  })
  return `<dataValidations count="${inputs.length}">${each.join('')}</dataValidations>`
}

function ruleFrom(element: Element): InputRule | null {
  const { type = 'none', operator = 'between' } = element.attributes
  const formulas = ['formula1', 'formula2'].flatMap(name => {
    const text = childOf(element, name)?.text
    return text === undefined || text === '' ? [] : [text]
  })
  const [first] = formulas
  if (first === undefined) return null
  if (type === 'list') {
    const words = /^"([\s\S]*)"$/.exec(first)?.[1]
    if (words !== undefined) return { takes: 'one-of', from: words.replaceAll('""', '"').split(',').join(', ') }
    const from = formulaFromFile(first)
    return from ? { takes: 'one-of', from } : null
  }
  if (formulas.some(one => formulaFromFile(one) === null)) return null
  if (type === 'custom') return { takes: 'any', when: conditionFromFormula(first) }
  const takes = (Object.keys(TYPES) as (keyof typeof TYPES)[]).find(key => TYPES[key] === type)
  const when = comparedFrom(operator, formulas)
  return takes && when ? { takes, when } : null
}

/** What the cells of a sheet of a file take. */
export function inputsFrom(root: Element, lost: (what: string) => void): CheckedInput[] {
  return childrenOf(childOf(root, 'dataValidations'), 'dataValidation').flatMap(element => {
    const rule = ruleFrom(element)
    if (!rule) {
      if (element.attributes.type && element.attributes.type !== 'none')
        lost('rules for what cells take that there are no words for here')
      return []
    }
    const message = element.attributes.error?.slice(0, 255)
    return areasIn(element.attributes.sqref ?? '').map(area => ({ area, rule, ...(message ? { message } : {}) }))
  })
}
