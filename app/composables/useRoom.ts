import { inOrder, isIn, roomFilters } from '~~/core/room/attention'
import type { Attention, RoomFilter } from '~~/core/room/attention'
import { roomActed, roomChange, roomView } from '~~/core/wire/room'
import type { RoomAct, RoomActed, RoomRow } from '~~/core/wire/room'

export interface RoomLine {
  row: RoomRow
  attention: Attention
}

/** The board of a room, kept current by a stream of changed rows; the time left runs on the server's clock. */
export function useRoom(id: string) {
  const clock = useServerClock()
  const title = ref('')
  const rows = shallowRef(new Map<string, RoomRow>())
  const failure = ref('')
  const live = ref(false)
  const loaded = ref(false)
  /** Not this person's to see, or not there: nothing is asked for any more until they say so. */
  const refused = ref(false)
  /** Once a second is enough for sorting and counting down. */
  const now = ref(clock.read())
  useIntervalFn(() => (now.value = clock.read()), 1000)

  async function load(): Promise<void> {
    failure.value = ''
    try {
      const view = await callApi(roomView, `/api/rooms/${id}`)
      clock.learn(view.now)
      now.value = clock.read()
      title.value = view.title
      rows.value = new Map(view.rows.map(row => [row.key, row]))
      loaded.value = true
      if (refused.value) open()
      refused.value = false
    } catch (error) {
      failure.value = inWords(error)
      if (!(error instanceof CallFailed) || ![401, 403, 404].includes(error.status ?? 0)) return
      refused.value = true
      source?.close()
    }
  }

  let source: EventSource | null = null
  function open(): void {
    source = new EventSource(`/api/rooms/${id}/stream`)
    source.onopen = () => {
      // What changed while nobody listened is fetched whole.
      if (!live.value) void load()
      live.value = true
    }
    source.onerror = () => {
      live.value = false
      // A stream doesn't say why it isn't there; a call does.
      if (source?.readyState === EventSource.CLOSED) void load().then(() => refused.value || setTimeout(open, 5000))
    }
    source.onmessage = (event: MessageEvent<string>) => {
      const read = roomChange.safeParse(JSON.parse(event.data))
      if (!read.success) return
      clock.learn(read.data.now)
      const next = new Map(rows.value)
      for (const row of read.data.rows) next.set(row.key, row)
      rows.value = next
    }
  }
  onMounted(open)
  onBeforeUnmount(() => source?.close())

  const lines = computed<RoomLine[]>(() => inOrder([...rows.value.values()], now.value))
  const counts = computed(
    () =>
      Object.fromEntries(
        roomFilters.map(filter => [
          filter,
          lines.value.filter(({ row, attention }) => isIn(filter, row, attention)).length,
        ]),
      ) as Record<RoomFilter, number>,
  )

  async function act(request: RoomAct): Promise<RoomActed> {
    const acted = await callApi(roomActed, `/api/rooms/${id}/acts`, { method: 'POST', body: request })
    await load()
    return acted
  }
  return { title, lines, counts, now, failure, live, loaded, refused, load, act }
}
export type Room = ReturnType<typeof useRoom>

const states: Record<RoomRow['state'], string> = {
  'not-here': 'not here',
  'waiting': 'waiting',
  'admitted': 'let in',
  'working': 'working',
  'paused': 'clock stopped',
  'on-break': 'on a break',
  'ended': 'ended',
  'voided': 'void',
}

export const stateInWords = ({ state, how }: RoomRow): string =>
  state === 'ended' ? `ended: ${endings[how] ?? how}` : states[state]

export function timeLeft({ state, deadline, pausedSince }: RoomRow, now: number): string {
  if (!deadline || state === 'ended' || state === 'voided') return ''
  return format.countdown(Date.parse(deadline) - (pausedSince ? Math.min(now, Date.parse(pausedSince)) : now))
}
