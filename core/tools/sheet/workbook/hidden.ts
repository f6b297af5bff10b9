import type { Sheet } from './workbook'

type Why = 'by hand' | 'by filter'
const known = new WeakMap<Sheet['features'], ReadonlyMap<number, Why>>()

/** Rows that aren’t shown, counted from 0, and why. A filter comes before what was hidden by hand. */
export function hiddenRows({ features }: Pick<Sheet, 'features'>): ReadonlyMap<number, Why> {
  let rows = known.get(features)
  if (!rows) {
    rows = new Map([
      ...features.hidden.rows.map(row => [row, 'by hand'] as const),
      ...(features.filter?.hides ?? []).map(row => [row, 'by filter'] as const),
    ])
    known.set(features, rows)
  }
  return rows
}
