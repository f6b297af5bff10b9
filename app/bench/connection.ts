import type { ClientEvent } from '~~/core/sitting/events'
import { sure } from '~~/core/ground/sure'
import { paceAfterLeaving } from '~~/core/wire/pace'
import type { EventsResponse, PaceView, SittingNotice, SittingView, TaskView } from '~~/core/wire/sitting'
import type { CallFailed } from '~/composables/useApi'
import type { ServerClock } from '~/composables/useServerClock'
import { useSessionStore } from '~/stores/session'
import { withProgress } from '~/sync/applying'
import { callsOf } from '~/sync/calls'
import { openQueue } from '~/sync/queue'
import { sealingOf } from '~/sync/sealing'
import { idle, Sender } from '~/sync/sender'
import type { BenchEnding } from './ending'
import type { BenchPace } from './pace'
import type { BenchState } from './state'
import type { BenchTalk } from './talk'
import type { BenchWorks } from './works'

interface Parts {
  works: BenchWorks
  pace: BenchPace
  talk: BenchTalk
  ending: BenchEnding
}

/** The sitting between this device and the server: opened, sent, answered, told of, and taken over elsewhere. */
export function connectionOf(state: BenchState, { works, pace, talk, ending }: Parts) {
  const { sitting, tasks, currentId, sender, message, ended, judging, held, now } = state
  const session = useSessionStore()
  const durable = ref(true)
  const savedAt = ref<number | null>(null)
  /** What the server last said of each task and of the pace, without what still waits. */
  let confirmed = new Map<string, TaskView>()
  let confirmedPace: PaceView | null = null
  /** Tells other tabs of this browser at once that the sitting is here now. */
  let tabs: BroadcastChannel | null = null

  async function open(id: string, serverClock: ServerClock): Promise<void> {
    close()
    held.clock = serverClock
    message.value = null
    ended.value = null
    ending.failure.value = ''
    const seat = crypto.randomUUID()
    held.seat = seat
    const queue = await openQueue(await sealingOf(session.person))
    durable.value = queue.durable
    const waiting = new Sender({
      sittingId: id,
      queue,
      post: (events, patienceMs) => callsOf(id).events(events, held.seat, session.person?.id, patienceMs),
      answered,
      rejected,
      changed: told => (sender.value = told),
    })
    // The seat first: from then on no other page sends, and what it left waiting on this device is ours.
    const begun = performance.now()
    const view = await callsOf(id).seat(seat)
    serverClock.learn(view.now, performance.now() - begun)
    listenToTabs(id, waiting)
    // What waits is applied before anything is shown, and sent only then: an answer that overtook the
    // first look at the sitting would be lost on it.
    await waiting.restore()
    held.outbox = waiting
    works.begin(id, waiting)
    take(view)
    if (view.state === 'running') void held.outbox.send()
  }

  function listenToTabs(id: string, waiting: Sender): void {
    tabs = new BroadcastChannel(`anvil-sitting-${id}`)
    tabs.postMessage(held.seat)
    tabs.onmessage = () => waiting.takeOver()
  }

  async function refresh(id: string): Promise<void> {
    const begun = performance.now()
    const view = await callsOf(id).view()
    held.clock?.learn(view.now, performance.now() - begun)
    take(view)
  }

  function take(view: SittingView): void {
    if (view.state === 'running' && view.seat !== null && view.seat !== held.seat) held.outbox?.takeOver()
    sitting.value = view
    confirmed = new Map(view.tasks.map(task => [task.id, task]))
    confirmedPace = view.pace
    talk.hear(view)
    currentId.value ??= view.current ?? view.tasks[0]?.id ?? null
    rebase()
    savedAt.value ??= Date.parse(view.now)
    if (view.state === 'running') void held.works?.compare(view.tasks).catch(() => undefined)
  }

  function close(): void {
    held.outbox?.stop()
    held.outbox = null
    works.end()
    tabs?.close()
    tabs = null
    sitting.value = null
    tasks.value = []
    state.pace.value = null
    currentId.value = null
    judging.value = []
    savedAt.value = null
    sender.value = idle
  }

  /** Work on the device = what the server confirmed + what waits, in order. */
  function rebase(): void {
    const waiting = held.outbox?.waiting ?? []
    tasks.value = (sitting.value?.tasks ?? []).map(({ id }) =>
      waiting.filter(event => 'taskId' in event && event.taskId === id).reduce(works.applied, sure(confirmed.get(id))),
    )
    if (!confirmedPace) return
    const left = waiting.reduce(
      (before, event) =>
        event.kind === 'leave'
          ? paceAfterLeaving(before, event.sectionId, Date.parse(event.at ?? '') || now())
          : before,
      confirmedPace,
    )
    pace.setPace(left)
  }

  async function answered(response: EventsResponse, batch: readonly ClientEvent[]): Promise<void> {
    held.clock?.learn(response.now, sender.value.roundTripMs ?? 0)
    savedAt.value = Date.parse(response.now)
    confirmedPace = response.pace
    for (const task of response.tasks) {
      const before = confirmed.get(task.id)
      if (before) confirmed.set(task.id, withProgress(before, task))
    }
    for (const { id } of batch) works.changing.delete(id)
    rebase()
    void pace.catchUp()
    // The work first: a verdict that takes a change back shows together with the work as it was.
    await held.works?.answered(batch, response).catch(() => sitting.value && refresh(sitting.value.id))
    for (const outcome of response.outcomes) {
      const { verdict } = outcome
      if (verdict)
        message.value = { kind: verdict.passed ? 'passed' : verdict.kept ? 'nearer' : 'failed', text: verdict.message }
      if (outcome.refusal) message.value = { kind: 'refused', text: outcome.refusal }
    }
    // A verdict whose answer was lost on the way came with the tasks: what no longer waits is no longer judged.
    const waiting = held.outbox?.waiting ?? []
    judging.value = judging.value.filter(stepId =>
      waiting.some(event => event.kind === 'op' || (event.kind === 'check' && event.stepId === stepId)),
    )
  }

  function rejected(problem: CallFailed, events: ClientEvent[]): void {
    judging.value = []
    if (problem.code === 'sitting-ended') return void ending.finish()
    void held.works?.rejected(events).catch(() => undefined)
    message.value = {
      kind: 'refused',
      text: `${problem.message} ${counted(events.length, 'change was', 'changes were')} not accepted.`,
    }
    if (sitting.value) void refresh(sitting.value.id)
  }

  /** What the server says without being asked. */
  function noticed(notice: SittingNotice): void {
    switch (notice.kind) {
      case 'message':
        talk.told(notice.message)
        break
      case 'ended':
        void ending.finish()
        break
      case 'pace':
        held.clock?.learn(notice.now)
        if (notice.seat !== null && notice.seat !== held.seat) held.outbox?.takeOver()
        confirmedPace = notice.pace
        rebase()
        if (!notice.pace.paused) sendNow()
    }
  }

  /** Sends what waits, and brings what couldn't be fetched while there was no connection. */
  const sendNow = (): void => void Promise.all([held.outbox?.send(), pace.catchUp()])

  return { durable, savedAt, open, refresh, take, close, noticed, sendNow }
}
