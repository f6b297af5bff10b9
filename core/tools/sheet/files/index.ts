import { sure } from '../../../ground/sure'
import type { WorkFile } from '../../tool'
import type { SheetState } from '../state'

/** The kinds of files that work goes out as, each loaded when it is asked for; of CSV the sheet that was shown last. */
export const files: Readonly<Record<string, (state: SheetState) => Promise<WorkFile>>> = {
  async xlsx({ workbook }) {
    const { writeXlsx } = await import('./xlsx/writing')
    const type = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'
    return { type, content: (await writeXlsx(workbook)).bytes }
  },
  async ods({ workbook }) {
    const { writeOds } = await import('./ods/writing')
    return { type: 'application/vnd.oasis.opendocument.spreadsheet', content: writeOds(workbook).bytes }
  },
  async csv({ workbook, shown }) {
    const { writeCsv } = await import('./csv')
    return { type: 'text/csv; charset=utf-8', content: writeCsv(workbook.sheets[shown] ?? sure(workbook.sheets[0])) }
  },
}
