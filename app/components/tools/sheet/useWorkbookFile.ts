import { transfer, wrap } from 'comlink'
import type { Remote } from 'comlink'
import type { OpenedWorkbook } from '~~/core/tools/sheet/files/opening'
import type { WorkbookApi } from '~/components/tools/sheet/workbook.worker'

const LARGEST = 20_000_000
/** What takes longer is ended, and its worker with it. */
const WITHIN_MS = 30_000

/** A workbook of another program, read in a worker of its own: it leaves this device no sooner than it is saved. */
export function useWorkbookFile() {
  const opened = shallowRef<OpenedWorkbook | null>(null)
  const fault = ref('')
  const name = ref('')
  const busy = ref(false)
  let worker: Worker | null = null

  function stop(): void {
    worker?.terminate()
    worker = null
    busy.value = false
  }
  onScopeDispose(stop)

  async function open(file: File, today: string): Promise<void> {
    stop()
    opened.value = null
    fault.value = ''
    name.value = file.name
    if (file.size > LARGEST) {
      fault.value = `${file.name} is larger than 20 MB.`
      return
    }
    busy.value = true
    const late = setTimeout(() => {
      stop()
      fault.value = `${file.name} takes too long to be read here: it holds more than it seems to.`
    }, WITHIN_MS)
    const own = (worker = new Worker(new URL('./workbook.worker.ts', import.meta.url), { type: 'module' }))
    try {
      const api: Remote<WorkbookApi> = wrap<WorkbookApi>(own)
      const bytes = new Uint8Array(await file.arrayBuffer())
      const read = await api.open(transfer(bytes, [bytes.buffer]), file.name, today)
      if (worker !== own) return
      if (typeof read === 'string') fault.value = read
      else opened.value = read
    } catch {
      if (worker === own) fault.value = `${file.name} can’t be read here.`
    }
    clearTimeout(late)
    if (worker === own) stop()
  }

  return { opened, fault, name, busy, open, stop }
}
