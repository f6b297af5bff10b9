import { withSheet } from '../workbook/workbook'
import type { Page } from '../workbook/features/page'
import type { Workbook } from '../workbook/workbook'
import { sheetIn } from './refusal'

/** Sets how a sheet goes on paper; what isn’t said stays. */
export function setPage(workbook: Workbook, name: string, change: Partial<Page>): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const page: Page = { ...sheet.features.page, ...change }
  if (JSON.stringify(page) === JSON.stringify(sheet.features.page)) return workbook
  return withSheet(workbook, place, { ...sheet, features: { ...sheet.features, page } })
}
