import type { EndedView, PaceView, SittingView, TaskView } from '~~/core/wire/sitting'
import type { ServerClock } from '~/composables/useServerClock'
import { idle } from '~/sync/sender'
import type { Sender, SenderState, Unsent } from '~/sync/sender'
import type { Works } from '~/sync/works'

export interface Message {
  kind: 'passed' | 'nearer' | 'failed' | 'refused'
  text: string
}

/** What of the sitting all parts of the bench share, as it is on this device. */
export function benchState() {
  const sitting = shallowRef<SittingView | null>(null)
  const tasks = shallowRef<TaskView[]>([])
  const pace = shallowRef<PaceView | null>(null)
  const currentId = ref<string | null>(null)
  const sender = ref<SenderState>(idle)
  const message = ref<Message | null>(null)
  const ended = ref<EndedView | null>(null)
  /** Steps whose verdict is on its way. */
  const judging = ref<string[]>([])

  /** What there is only while a sitting is open, and what nothing on the page follows. */
  const held = {
    outbox: null as Sender | null,
    works: null as Works | null,
    clock: null as ServerClock | null,
    /** This page's own name. Another one takes the sitting over by a name of its own. */
    seat: '',
  }

  const current = computed(() => tasks.value.find(({ id }) => id === currentId.value) ?? null)
  const section = computed(() => sitting.value?.sections.find(({ id }) => id === current.value?.section) ?? null)
  const readOnly = computed(() => sender.value.takenOver)
  const now = (): number => held.clock?.read() ?? Date.now()

  /** Why nothing can be changed now, or null. */
  function refuseWork(): string | null {
    if (readOnly.value) return 'This sitting goes on in another tab or on another device.'
    if (pace.value?.paused) return 'The clock stands.'
    return null
  }

  return {
    sitting,
    tasks,
    pace,
    currentId,
    sender,
    message,
    ended,
    judging,
    current,
    section,
    readOnly,
    held,
    now,
    refuseWork,
  }
}
export type BenchState = ReturnType<typeof benchState>

/** Sends one event when its turn comes, and applies it here at once. */
export type Put = (body: Unsent, id?: string) => void
