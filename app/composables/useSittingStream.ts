import { sittingNotice } from '~~/core/wire/sitting'
import { useBenchStore } from '~/stores/bench'

/** What the server tells an open sitting: its clock, messages, its end. The browser connects anew by itself. */
export function useSittingStream(id: string): void {
  const bench = useBenchStore()
  let source: EventSource | null = null
  function open(): void {
    source = new EventSource(`/api/sittings/${id}/stream`)
    source.onmessage = (event: MessageEvent<string>) => {
      const read = sittingNotice.safeParse(JSON.parse(event.data))
      if (read.success) bench.noticed(read.data)
    }
    source.onerror = () => {
      // A stream that was refused is not tried again by the browser.
      if (source?.readyState === EventSource.CLOSED) setTimeout(() => bench.sitting && !bench.ended && open(), 5000)
    }
  }
  onMounted(open)
  onBeforeUnmount(() => source?.close())
}
