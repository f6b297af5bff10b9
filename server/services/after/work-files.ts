import type { Work } from '../../../core/sitting/work'
import type { SheetState } from '../../../core/tools/sheet/state'

/** Work as it was handed in, as a file of an open format. */
export interface WorkFile {
  type: string
  name: string
  content: Buffer
}

type Writer = (state: SheetState) => Promise<Uint8Array>

/** The kinds of files that work on a sheet goes out as; of CSV the sheet that was shown last. */
const ofSheet: Readonly<Record<string, { type: string; write: Writer }>> = {
  xlsx: {
    type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    async write({ workbook }) {
      const { writeXlsx } = await import('../../../core/formats/workbook/xlsx/writing')
      return (await writeXlsx(workbook)).bytes
    },
  },
  ods: {
    type: 'application/vnd.oasis.opendocument.spreadsheet',
    async write({ workbook }) {
      const { writeOds } = await import('../../../core/formats/workbook/ods/writing')
      return writeOds(workbook).bytes
    },
  },
  csv: {
    type: 'text/csv; charset=utf-8',
    async write({ workbook, shown }) {
      const { writeCsv } = await import('../../../core/formats/workbook/csv')
      return writeCsv(workbook.sheets[shown] ?? workbook.sheets[0]!)
    },
  },
}

/** The kinds of files that work with this tool goes out as. */
export const fileKinds = (tool: string): readonly string[] => (tool === 'sheet' ? Object.keys(ofSheet) : [])

/** The work of a task as a file; null where it doesn’t go out as that. */
export async function fileOf(tool: string, work: Work, name: string, kind: string): Promise<WorkFile | null> {
  const writer = tool === 'sheet' ? ofSheet[kind] : undefined
  if (!writer) return null
  // The state of a task is what its own tool made.
  const content = await writer.write(work.state as SheetState)
  return { type: writer.type, name: `${name}.${kind}`, content: Buffer.from(content) }
}
