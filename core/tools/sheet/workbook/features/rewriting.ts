import type { Features } from '.'
import type { CheckedInput } from './checked-input'
import { rewrittenCondition } from './condition'

type Anew = (formula: string) => string
const within = (text: string, anew: Anew): string => (text.startsWith('=') ? anew(text) : text)

/** Features with their formulas written anew: what they point to has moved. The same where nothing changes. */
export function withFormulasAnew(features: Features, anew: Anew): Features {
  const next: Features = {
    ...features,
    filter: features.filter && {
      ...features.filter,
      columns: features.filter.columns.map(one => ({ ...one, when: rewrittenCondition(one.when, anew) })),
    },
    inputs: features.inputs.map((input): CheckedInput => {
      const { rule } = input
      return rule.takes === 'one-of'
        ? { ...input, rule: { ...rule, from: within(rule.from, anew) } }
        : { ...input, rule: { ...rule, when: rewrittenCondition(rule.when, anew) } }
    }),
    markings: features.markings.map(marking =>
      marking.by === 'condition' ? { ...marking, when: rewrittenCondition(marking.when, anew) } : marking,
    ),
    charts: features.charts.map(chart => ({
      ...chart,
      title: within(chart.title, anew),
      across: within(chart.across, anew),
      up: within(chart.up, anew),
      labels: chart.labels && within(chart.labels, anew),
      series: chart.series.map(one => ({
        ...one,
        name: within(one.name, anew),
        values: within(one.values, anew),
      })),
    })),
  }
  return JSON.stringify(next) === JSON.stringify(features) ? features : next
}

/** Where things are after their cells have moved; null for what has gone. */
export interface Moves {
  area(address: string): string | null
  row(row: number): number | null
  column(column: number): number | null
  /** By its letters. */
  letters(column: string): string | null
}

const kept = <Thing>(things: readonly (Thing | null)[]): Thing[] =>
  things.flatMap(thing => (thing === null ? [] : [thing]))

/** Features whose own areas have moved with their cells. */
export function withAreasMoved(features: Features, moves: Moves): Features {
  const inArea = <Thing extends { area: string }>(things: readonly Thing[]): Thing[] =>
    kept(
      things.map(thing => {
        const area = moves.area(thing.area)
        return area === null ? null : { ...thing, area }
      }),
    )
  const { filter, hidden, page } = features
  const area = filter && moves.area(filter.area)
  const next: Features = {
    ...features,
    merged: kept(features.merged.map(one => moves.area(one))).filter(one => one.includes(':')),
    hidden: {
      rows: kept(hidden.rows.map(row => moves.row(row))),
      columns: kept(hidden.columns.map(column => moves.column(column))),
    },
    filter:
      filter && area
        ? {
            area,
            columns: kept(
              filter.columns.map(one => {
                const column = moves.letters(one.column)
                return column === null ? null : { ...one, column }
              }),
            ),
            hides: kept(filter.hides.map(row => moves.row(row))),
          }
        : null,
    inputs: inArea(features.inputs),
    markings: inArea(features.markings),
    tables: inArea(features.tables),
    page: {
      ...page,
      area: page.area && moves.area(page.area),
      again: page.again && moves.area(page.again),
    },
  }
  return JSON.stringify(next) === JSON.stringify(features) ? features : next
}
