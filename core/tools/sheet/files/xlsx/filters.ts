import { columnName, columnNumber } from '../../formula/references'
import { blockAt } from '../../addresses'
import type { Condition } from '../../workbook/features/condition'
import type { Filter } from '../../workbook/features/filter'
import { typed } from '../../typing'
import { areasIn } from '../reading'
import { childOf, childrenOf, escaped, isOn } from '../xml'
import type { Element } from '../xml'
import { operators } from './conditions'
import type { Compared } from './conditions'

/** A value as a filter of a file compares with it: a day is a number there. */
function plain(text: string): string {
  const read = typed(text)
  return read.ok && typeof read.input === 'number' ? String(read.input) : text
}
const custom = (operator: string, text: string): string =>
  `<customFilter${operator === 'equal' ? '' : ` operator="${operator}"`} val="${escaped(text)}"/>`
const wild = (text: string): string => text.replace(/[~*?]/g, '~$&')

function inside(when: Condition): string | null {
  switch (when.is) {
    case 'one-of':
      return `<filters>${when.values.map(value => `<filter val="${escaped(value)}"/>`).join('')}</filters>`
    case 'largest':
    case 'smallest':
      return `<top10${when.is === 'smallest' ? ' top="0"' : ''}${when.percent ? ' percent="1"' : ''} val="${when.count}"/>`
    case 'above-average':
    case 'below-average':
      return `<dynamicFilter type="${when.is === 'above-average' ? 'aboveAverage' : 'belowAverage'}"/>`
    case 'between':
      return (
        `<customFilters and="1">${custom('greaterThanOrEqual', plain(when.from))}` +
        `${custom('lessThanOrEqual', plain(when.to))}</customFilters>`
      )
    case 'containing':
    case 'not-containing':
      return `<customFilters>${custom(when.is === 'containing' ? 'equal' : 'notEqual', `*${wild(when.text)}*`)}</customFilters>`
    case 'beginning':
      return `<customFilters>${custom('equal', `${wild(when.text)}*`)}</customFilters>`
    case 'ending':
      return `<customFilters>${custom('equal', `*${wild(when.text)}`)}</customFilters>`
    case 'empty':
      return '<filters blank="1"/>'
    case 'filled':
      return `<customFilters>${custom('notEqual', ' ')}</customFilters>`
    case 'equal':
    case 'not-equal':
    case 'more':
    case 'at-least':
    case 'less':
    case 'at-most':
      return when.to.startsWith('=')
        ? null
        : `<customFilters>${custom(operators[when.is], plain(when.to))}</customFilters>`
    default:
      return null
  }
}

/** The filter of a sheet as a file writes it, and the columns whose condition it has no words for. */
export function filterInFile({ area, columns }: Filter): { xml: string; lost: string[] } {
  const { left } = blockAt(area)
  const lost: string[] = []
  const parts = columns.map(({ column, when }) => {
    const held = inside(when)
    if (held === null) lost.push(column)
    return held === null ? '' : `<filterColumn colId="${columnNumber(column) - left}">${held}</filterColumn>`
  })
  return { xml: `<autoFilter ref="${area}">${parts.join('')}</autoFilter>`, lost }
}

function conditionIn(column: Element): Condition | null {
  const [held] = column.children
  switch (held?.name) {
    case 'filters': {
      const values = childrenOf(held, 'filter').map(({ attributes }) => attributes.val ?? '')
      return values.length > 0 ? { is: 'one-of', values } : isOn(held.attributes.blank) ? { is: 'empty' } : null
    }
    case 'top10': {
      const { top, percent, val } = held.attributes
      return {
        is: top === '0' || top === 'false' ? 'smallest' : 'largest',
        count: Number(val ?? 10),
        ...(isOn(percent) ? { percent: true } : {}),
      }
    }
    case 'dynamicFilter':
      if (held.attributes.type === 'aboveAverage') return { is: 'above-average' }
      return held.attributes.type === 'belowAverage' ? { is: 'below-average' } : null
    case 'customFilters': {
      const [first, second, ...more] = childrenOf(held, 'customFilter').map(({ attributes }) => ({
        operator: attributes.operator ?? 'equal',
        val: attributes.val ?? '',
      }))
      if (!first || more.length > 0) return null
      if (second)
        return isOn(held.attributes.and) &&
          first.operator === 'greaterThanOrEqual' &&
          second.operator === 'lessThanOrEqual'
          ? { is: 'between', from: first.val, to: second.val }
          : null
      return comparedOrText(first.operator, first.val)
    }
    default:
      return null
  }
}

function comparedOrText(operator: string, val: string): Condition | null {
  const text = /^(\*?)([\s\S]*?)(\*?)$/.exec(val.replace(/~([~*?])/g, '\u0000$1'))
  const [start, end] = [val.startsWith('*'), val.length > 1 && val.endsWith('*') && !val.endsWith('~*')]
  const held = (text?.[2] ?? '').replaceAll('\u0000', '')
  const is = (Object.keys(operators) as Compared[]).find(key => operators[key] === operator)
  if (operator === 'notEqual' && val === ' ') return { is: 'filled' }
  if (start && end && (is === 'equal' || is === 'not-equal'))
    return { is: is === 'equal' ? 'containing' : 'not-containing', text: held }
  if (is === 'equal' && end) return { is: 'beginning', text: held }
  if (is === 'equal' && start) return { is: 'ending', text: held }
  if (!is || is === 'between' || is === 'not-between' || val === '') return null
  return { is, to: val }
}

/** The filter of a file without the rows that it hides; null where there is none that lets less than all through. */
export function filterFrom(root: Element, lost: (what: string) => void): Omit<Filter, 'hides'> | null {
  const found = childOf(root, 'autoFilter')
  const [area] = areasIn(found?.attributes.ref ?? '')
  if (!found || !area?.includes(':')) return null
  const { left } = blockAt(area)
  const columns = childrenOf(found, 'filterColumn').flatMap(column => {
    const when = conditionIn(column)
    if (!when) {
      lost('conditions of a filter that there are no words for here')
      return []
    }
    return [{ column: columnName(left + Number(column.attributes.colId ?? 0)), when }]
  })
  return columns.length > 0 ? { area, columns } : null
}
