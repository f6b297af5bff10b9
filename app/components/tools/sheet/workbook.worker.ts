import { expose } from 'comlink'
import { UnreadableFile } from '../../../../core/tools/sheet/files/archive'
import { openWorkbook } from '../../../../core/tools/sheet/files/opening'
import type { OpenedWorkbook } from '../../../../core/tools/sheet/files/opening'

/** Reads workbooks away from the page’s own thread. What can’t be read is said in words. */
const api = {
  async open(bytes: Uint8Array, file: string, today: string): Promise<OpenedWorkbook | string> {
    try {
      return await openWorkbook(bytes, file, today)
    } catch (fault) {
      if (fault instanceof UnreadableFile) return fault.message
      throw fault
    }
  },
}
export type WorkbookApi = typeof api

expose(api)
