import type { ConditionalFormattingRule, Style } from 'exceljs'
import type { Marking } from '../../workbook/features/marking'
import type { Condition } from '../../workbook/features/condition'
import { comparedFrom, conditionAsFormula, conditionFromFormula, operandInFile, operators } from './conditions'
import { formulaFromFile, formulaInFile } from './formulas'
import { fillFrom, fills, inkFrom, inks } from './looks'

function styleOf({ fill, ink, bold }: Extract<Marking, { by: 'condition' }>['look']): Partial<Style> {
  return {
    ...(fill ? { fill: { type: 'pattern', pattern: 'solid', bgColor: { argb: fills[fill] } } } : {}),
    ...(ink || bold ? { font: { ...(bold ? { bold } : {}), ...(ink ? { color: { argb: inks[ink] } } : {}) } } : {}),
  }
}

/** A mark by rule as a file writes it. `priority`: 1 for the first. */
export function ruleOf(marking: Marking, priority: number): ConditionalFormattingRule {
  switch (marking.by) {
    case 'scale':
      return {
        type: 'colorScale',
        priority,
        cfvo: [{ type: 'min' }, { type: 'max' }],
        color: [{ argb: fills[marking.low] }, { argb: fills[marking.high] }],
      }
    case 'bar':
      return {
        type: 'dataBar',
        priority,
        cfvo: [{ type: 'num', value: 0 }, { type: 'max' }],
        color: { argb: fills[marking.colour] },
      } as ConditionalFormattingRule
    case 'condition':
      return {
        ...conditionRule(marking.when, marking.area),
        priority,
        style: styleOf(marking.look),
      } as ConditionalFormattingRule
  }
}

function conditionRule(when: Condition, area: string): object {
  switch (when.is) {
    case 'largest':
    case 'smallest':
      return { type: 'top10', rank: when.count, percent: when.percent ?? false, bottom: when.is === 'smallest' }
    case 'above-average':
    case 'below-average':
      return { type: 'aboveAverage', aboveAverage: when.is === 'above-average' }
    case 'between':
    case 'not-between':
      return {
        type: 'cellIs',
        operator: operators[when.is],
        formulae: [operandInFile(when.from), operandInFile(when.to)],
      }
    case 'equal':
    case 'not-equal':
    case 'more':
    case 'at-least':
    case 'less':
    case 'at-most':
      return { type: 'cellIs', operator: operators[when.is], formulae: [operandInFile(when.to)] }
    default: {
      const formula = conditionAsFormula(when, area)
      return { type: 'expression', formulae: [formulaInFile(`=${formula}`) ?? formula] }
    }
  }
}

/** What the library gives for a rule, of whatever kind. */
interface ReadRule {
  type: string
  operator?: string
  text?: string
  formulae?: readonly unknown[]
  rank?: number
  percent?: boolean
  bottom?: boolean
  aboveAverage?: boolean
  color?: unknown
  style?: Partial<Style>
}

const argbIn = (colour: unknown): string | undefined =>
  typeof colour === 'object' && colour !== null && 'argb' in colour && typeof colour.argb === 'string'
    ? colour.argb
    : undefined

/** A rule of a file as a mark of ours; null for one that we have no words for. */
export function markingFrom(area: string, rule: ReadRule): Marking | null {
  if (rule.type === 'colorScale') {
    const colours = Array.isArray(rule.color) ? rule.color.map(argbIn) : []
    const [low, high] = [colours[0], colours.at(-1)]
    return low && high ? { by: 'scale', area, low: fillFrom(low).fill, high: fillFrom(high).fill } : null
  }
  if (rule.type === 'dataBar') return { by: 'bar', area, colour: fillFrom(argbIn(rule.color) ?? fills.blue).fill }
  const when = conditionFrom(rule)
  if (!when) return null
  return { by: 'condition', area, when, look: markLook(rule.style ?? {}) }
}

/** How cells stand out; amber where a file doesn't say it in our colours. */
function markLook({ fill, font }: Partial<Style>) {
  const paint = fill?.type === 'pattern' ? (fill.bgColor?.argb ?? fill.fgColor?.argb) : undefined
  const ink = font?.color?.argb ? inkFrom(font.color.argb).ink : undefined
  const look = {
    ...(paint ? { fill: fillFrom(paint).fill } : {}),
    ...(ink ? { ink } : {}),
    ...(font?.bold ? { bold: true } : {}),
  }
  return Object.keys(look).length > 0 ? look : { fill: 'amber' as const }
}

function conditionFrom({
  type,
  operator,
  text,
  formulae = [],
  rank,
  percent,
  bottom,
  aboveAverage,
}: ReadRule): Condition | null {
  const formulas = formulae.map(String).map(one => formulaFromFile(one)?.slice(1) ?? null)
  switch (type) {
    case 'cellIs':
      return formulas.includes(null) ? null : comparedFrom(operator ?? '', formulas as string[])
    case 'expression': {
      const [formula] = formulas
      return formula ? conditionFromFormula(formula) : null
    }
    case 'top10': {
      const count = rank ?? 10
      return { is: bottom ? 'smallest' : 'largest', count, ...(percent ? { percent } : {}) }
    }
    case 'aboveAverage':
      return { is: aboveAverage === false ? 'below-average' : 'above-average' }
    case 'duplicateValues':
      return { is: 'repeated' }
    case 'uniqueValues':
      return { is: 'single' }
    case 'containsText':
      return operator === 'containsBlanks'
        ? { is: 'empty' }
        : operator === 'notContainsBlanks'
          ? { is: 'filled' }
          : text
            ? { is: 'containing', text }
            : formulas[0]
              ? conditionFromFormula(formulas[0])
              : null
    default:
      return formulas[0] ? conditionFromFormula(formulas[0]) : null
  }
}
