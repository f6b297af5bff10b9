import type { SheetState } from '../../core/tools/sheet/state'

interface Kind {
  type: string
  write(state: SheetState): Promise<Uint8Array>
}

/** The kinds of files that work on a sheet goes out as; of CSV the sheet that was shown last. */
const ofSheet: Readonly<Record<string, Kind>> = {
  xlsx: {
    type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    async write({ workbook }) {
      const { writeXlsx } = await import('../../core/formats/workbook/xlsx/writing')
      return (await writeXlsx(workbook)).bytes
    },
  },
  ods: {
    type: 'application/vnd.oasis.opendocument.spreadsheet',
    async write({ workbook }) {
      const { writeOds } = await import('../../core/formats/workbook/ods/writing')
      return writeOds(workbook).bytes
    },
  },
  csv: {
    type: 'text/csv; charset=utf-8',
    async write({ workbook, shown }) {
      const { writeCsv } = await import('../../core/formats/workbook/csv')
      return writeCsv(workbook.sheets[shown] ?? workbook.sheets[0]!)
    },
  },
}

/** The kinds of files that work with this tool goes out as. */
export const fileKinds = (tool: string): readonly string[] => (tool === 'sheet' ? Object.keys(ofSheet) : [])

/** Work of an open format. */
export interface WorkFile {
  type: string
  content: Uint8Array
}

/** The work of a task as a file; null where it doesn’t go out as that. */
export async function fileOf(tool: string, state: unknown, kind: string): Promise<WorkFile | null> {
  const writer = tool === 'sheet' ? ofSheet[kind] : undefined
  // The state of a task is what its own tool made.
  return writer ? { type: writer.type, content: await writer.write(state as SheetState) } : null
}
