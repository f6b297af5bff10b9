import { withFeatures } from '../workbook/workbook'
import type { Page } from '../workbook/features/page'
import type { Workbook } from '../workbook/workbook'
import { sheetIn } from './refusal'

/** Sets how a sheet goes on paper; what isn’t said stays. */
export function setPage(workbook: Workbook, name: string, change: Partial<Page>): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  return withFeatures(workbook, place, { page: { ...sheet.features.page, ...change } })
}
