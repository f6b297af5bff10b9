import Papa from 'papaparse'
import { areaName } from '~~/core/tools/sheet/formula/references'
import type { useSheet } from './useSheet'

/** Copying, cutting and pasting: within the workbook with formulas and looks, to and from elsewhere as text. */
export function useSheetClipboard(sheet: ReturnType<typeof useSheet>, root: () => HTMLElement | null) {
  const copied = shallowRef<{ sheet: string; area: string; text: string; cut: boolean } | null>(null)

  const idle = (): boolean => sheet.typing.value === null && !(document.activeElement instanceof HTMLInputElement)

  function take(event: ClipboardEvent, cut: boolean): void {
    if (!idle() || !event.clipboardData) return
    const area = areaName(sheet.block.value)
    const text = sheet.about.value?.text || area
    event.clipboardData.setData('text/plain', text)
    event.preventDefault()
    copied.value = { sheet: sheet.sheet.value, area, text, cut }
  }

  async function put(event: ClipboardEvent): Promise<void> {
    if (!idle() || !event.clipboardData) return
    event.preventDefault()
    const text = event.clipboardData.getData('text/plain').replace(/\r\n?/g, '\n')
    const own = copied.value
    const on = sheet.sheet.value
    const { top, left } = sheet.block.value
    const corner = areaName({ top, left, bottom: top, right: left })
    if (own && own.text === text) {
      if (own.cut && own.sheet === on) {
        if (await sheet.operate({ type: 'cells.move', sheet: on, area: own.area, to: corner })) copied.value = null
      } else
        await sheet.operate({
          type: 'cells.copy',
          sheet: own.sheet,
          area: own.area,
          toSheet: on,
          to: areaName(sheet.block.value),
          what: 'all',
        })
      return
    }
    const rows = Papa.parse<string[]>(text.replace(/\n$/, ''), { delimiter: '\t' }).data
    if (text === '' || rows.length === 0) return
    // What comes from elsewhere is no formula of ours: it is text, unless it is typed.
    const cells = rows.map(row => row.map(cell => (cell.startsWith('=') ? `'${cell}` : cell)))
    await sheet.operate({ type: 'cells.write', sheet: on, cell: corner, rows: cells })
  }

  useEventListener(root, 'copy', (event: ClipboardEvent) => take(event, false))
  useEventListener(root, 'cut', (event: ClipboardEvent) => take(event, true))
  useEventListener(root, 'paste', (event: ClipboardEvent) => void put(event))
  return { copied }
}
