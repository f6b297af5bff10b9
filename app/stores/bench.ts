import { defineStore } from 'pinia'
import type { ClientEvent } from '~~/core/sitting/events'
import type { TextMark } from '~~/core/sitting/text-marks'
import { paceAfterLeaving, paceAt } from '~~/core/wire/pace'
import type {
  EndedView,
  EventsResponse,
  MessageView,
  PaceView,
  SittingNotice,
  SittingView,
  StepView,
  TaskView,
} from '~~/core/wire/sitting'
import { inWords } from '~/composables/useApi'
import type { CallFailed } from '~/composables/useApi'
import type { ServerClock } from '~/composables/useServerClock'
import { withEvent, withProgress } from '~/sync/applying'
import { useSessionStore } from '~/stores/session'
import { callsOf } from '~/sync/calls'
import { openQueue } from '~/sync/queue'
import { sealingOf } from '~/sync/sealing'
import { idle, Sender } from '~/sync/sender'
import type { SenderState, Unsent } from '~/sync/sender'
import { settledAll } from '~/sync/waiting'
import type { Waiting } from '~/sync/waiting'
import { Works } from '~/sync/works'
import type { OpenTask } from '~/sync/works'
import { sure } from '~~/core/ground/sure'

export interface Message {
  kind: 'passed' | 'failed' | 'refused'
  text: string
}

/**
 * The sitting on this device: what the server last said, with everything that waits to be sent applied
 * on top. Verdicts come from the server alone.
 */
// eslint-disable-next-line house/own-lines -- connection, works, pace, talk and ending share their state here
export const useBenchStore = defineStore('bench', () => {
  const session = useSessionStore()
  const sitting = shallowRef<SittingView | null>(null)
  const tasks = shallowRef<TaskView[]>([])
  const pace = shallowRef<PaceView | null>(null)
  const currentId = ref<string | null>(null)
  const sender = ref<SenderState>(idle)
  const durable = ref(true)
  const savedAt = ref<number | null>(null)
  const message = ref<Message | null>(null)
  const messages = shallowRef<MessageView[]>([])
  const notes = ref('')
  const ended = ref<EndedView | null>(null)
  const failure = ref('')
  /** Steps whose verdict is on its way. */
  const judging = ref<string[]>([])

  /** What the server last said of each task and of the pace, without what still waits. */
  let confirmed = new Map<string, TaskView>()
  let confirmedPace: PaceView | null = null
  let outbox: Sender | null = null
  let works: Works | null = null
  /** The tasks whose work is on this device, and how often each has changed: what shows it follows that. */
  const openTasks = shallowReactive(new Map<string, OpenTask>())
  const changes = shallowReactive(new Map<string, number>())
  /** Why the work of the task in hand can't be shown, in words. */
  const openFailure = ref('')
  /** In tasks of free order, the step that was taken in hand. */
  const taken = shallowReactive(new Map<string, string>())
  /** What is being done in a tool: events about a step go after it. */
  let doing: Promise<unknown> = Promise.resolve()
  /** Operations that changed the work, of those that wait. */
  const changing = new Set<string>()
  /** What else waits on this device, and has to be with the server before the end. */
  const beside = new Set<Waiting>()
  let finishing = false
  let clock: ServerClock | null = null
  /** This page's own name. Another one takes the sitting over by a name of its own. */
  let seat = ''
  /** Tells other tabs of this browser at once that the sitting is here now. */
  let tabs: BroadcastChannel | null = null

  const current = computed(() => tasks.value.find(({ id }) => id === currentId.value) ?? null)
  const section = computed(() => sitting.value?.sections.find(({ id }) => id === current.value?.section) ?? null)
  const readOnly = computed(() => sender.value.takenOver)
  const now = (): number => clock?.read() ?? Date.now()

  async function open(id: string, serverClock: ServerClock): Promise<void> {
    close()
    clock = serverClock
    message.value = null
    ended.value = null
    failure.value = ''
    seat = crypto.randomUUID()
    const queue = await openQueue(await sealingOf(session.person))
    durable.value = queue.durable
    const waiting = new Sender({
      sittingId: id,
      queue,
      post: (events, patienceMs) => callsOf(id).events(events, seat, session.person?.id, patienceMs),
      answered,
      rejected,
      changed: state => (sender.value = state),
    })
    // The seat first: from then on no other page sends, and what it left waiting on this device is ours.
    const begun = performance.now()
    const view = await callsOf(id).seat(seat)
    clock.learn(view.now, performance.now() - begun)
    listenToTabs(id, waiting)
    // What waits is applied before anything is shown, and sent only then: an answer that overtook the
    // first look at the sitting would be lost on it.
    await waiting.restore()
    outbox = waiting
    works = worksOf(id, waiting)
    take(view)
    if (view.state === 'running') void outbox?.send()
  }

  const worksOf = (id: string, sent: Sender): Works =>
    new Works({
      fetch: callsOf(id).task,
      waiting: () => sent.waiting,
      changed,
    })

  function listenToTabs(id: string, waiting: Sender): void {
    tabs = new BroadcastChannel(`anvil-sitting-${id}`)
    tabs.postMessage(seat)
    tabs.onmessage = () => waiting.takeOver()
  }

  async function refresh(id: string): Promise<void> {
    const begun = performance.now()
    const view = await callsOf(id).view()
    clock?.learn(view.now, performance.now() - begun)
    take(view)
  }

  function take(view: SittingView): void {
    if (view.state === 'running' && view.seat !== null && view.seat !== seat) outbox?.takeOver()
    sitting.value = view
    messages.value = view.messages
    confirmed = new Map(view.tasks.map(task => [task.id, task]))
    confirmedPace = view.pace
    const noted = outbox?.waiting.findLast(event => event.kind === 'note')
    notes.value = noted?.kind === 'note' ? noted.text : view.notes
    currentId.value ??= view.current ?? view.tasks[0]?.id ?? null
    rebase()
    savedAt.value ??= Date.parse(view.now)
    if (view.state === 'running') void works?.compare(view.tasks).catch(() => undefined)
  }

  function changed(taskId: string): void {
    const open = works?.of(taskId)
    if (open) openTasks.set(taskId, open)
    changes.set(taskId, (changes.get(taskId) ?? 0) + 1)
  }

  /** Brings the work of a task to this device, once; then, while nothing else is to do, that of those after it. */
  async function bring(taskId: string): Promise<void> {
    const task = tasks.value.find(({ id }) => id === taskId)
    if (!task || !works || sitting.value?.state !== 'running') return
    const open = works
    openFailure.value = ''
    try {
      await open.open(task)
    } catch (error) {
      if (taskId === currentId.value) openFailure.value = inWords(error)
      return
    }
    await open.openOthers(tasks.value)
  }

  function close(): void {
    outbox?.stop()
    works?.stop()
    outbox = null
    works = null
    openTasks.clear()
    changes.clear()
    changing.clear()
    taken.clear()
    openFailure.value = ''
    tabs?.close()
    tabs = null
    sitting.value = null
    tasks.value = []
    pace.value = null
    currentId.value = null
    judging.value = []
    savedAt.value = null
    sender.value = idle
  }

  /** Work on the device = what the server confirmed + what waits, in order. */
  function rebase(): void {
    const waiting = outbox?.waiting ?? []
    tasks.value = (sitting.value?.tasks ?? []).map(({ id }) => {
      const task = sure(confirmed.get(id))
      return waiting
        .filter(event => 'taskId' in event && event.taskId === id)
        .reduce((before, event) => withEvent(before, event, changing.has(event.id)), task)
    })
    if (confirmedPace) {
      const left = waiting.reduce(
        (before, event) =>
          event.kind === 'leave'
            ? paceAfterLeaving(before, event.sectionId, Date.parse(event.at ?? '') || now())
            : before,
        confirmedPace,
      )
      setPace(left)
    }
  }

  /** Takes a new pace. If the section under way is another one now, its first task opens. */
  function setPace(next: PaceView): void {
    const before = pace.value
    pace.value = paceAt(next, now())
    const { section: here, paused } = pace.value
    if (before && (before.paused === null) !== (paused === null)) void standOrGoOn()
    const closed = pace.value.sections.find(({ id }) => id === current.value?.section)?.closed
    if (here === null || here === before?.section || !closed) return
    openFirst(here)
    void catchUp()
  }

  /** Opens the first task of a section, once the server has told what it is. */
  function openFirst(sectionId: string): void {
    const first = sitting.value?.sections.find(({ id }) => id === sectionId)?.tasks[0]
    const task = tasks.value.find(({ id }) => id === first)
    if (task && !task.withheld) openTask(task.id)
  }

  /** While the clock stands nothing that can be read is kept on this device; it comes again when the clock goes on. */
  async function standOrGoOn(): Promise<void> {
    if (!sitting.value || !outbox) return
    if (pace.value?.paused) {
      works?.stop()
      works = worksOf(sitting.value.id, outbox)
      openTasks.clear()
      changes.clear()
    }
    await refresh(sitting.value.id).catch(() => undefined)
    await catchUp()
  }

  /** Fetches what the server held back of the section under way, and the work in hand where it isn't here. */
  async function catchUp(): Promise<void> {
    if (!sitting.value || pace.value?.paused) return
    const lacks = tasks.value.some(task => task.withheld && task.section === pace.value?.section)
    if (lacks) await refresh(sitting.value.id).catch(() => undefined)
    // What was ahead had another name until now.
    const here = pace.value?.section
    if (lacks && here && current.value?.section !== here) openFirst(here)
    if (currentId.value && !openTasks.has(currentId.value)) await bring(currentId.value)
  }

  /** Looks whether the time of a section has run out meanwhile: call it as time goes by. */
  function tick(): void {
    if (pace.value && paceAt(pace.value, now()) !== pace.value) setPace(pace.value)
  }

  function put(body: Unsent, id: string = crypto.randomUUID()): void {
    const event: ClientEvent = { id, at: new Date(now()).toISOString(), ...body }
    if ('taskId' in event) {
      const on = (task: TaskView): TaskView => withEvent(task, event, changing.has(id))
      tasks.value = tasks.value.map(task => (task.id === event.taskId ? on(task) : task))
    }
    outbox?.put(event)
  }

  async function answered(response: EventsResponse, batch: readonly ClientEvent[]): Promise<void> {
    clock?.learn(response.now, sender.value.roundTripMs ?? 0)
    savedAt.value = Date.parse(response.now)
    confirmedPace = response.pace
    for (const task of response.tasks) {
      const before = confirmed.get(task.id)
      if (before) confirmed.set(task.id, withProgress(before, task))
    }
    for (const { id } of batch) changing.delete(id)
    rebase()
    void catchUp()
    // The work first: a verdict that takes a change back shows together with the work as it was.
    await works?.answered(batch, response).catch(() => sitting.value && refresh(sitting.value.id))
    for (const outcome of response.outcomes) {
      if (outcome.verdict)
        message.value = { kind: outcome.verdict.passed ? 'passed' : 'failed', text: outcome.verdict.message }
      if (outcome.refusal) message.value = { kind: 'refused', text: outcome.refusal }
    }
    // A verdict whose answer was lost on the way came with the tasks: what no longer waits is no longer judged.
    const waiting = outbox?.waiting ?? []
    judging.value = judging.value.filter(stepId =>
      waiting.some(event => event.kind === 'op' || (event.kind === 'check' && event.stepId === stepId)),
    )
  }

  function rejected(problem: CallFailed, events: ClientEvent[]): void {
    judging.value = []
    if (problem.code === 'sitting-ended') void finish()
    else {
      void works?.rejected(events).catch(() => undefined)
      message.value = {
        kind: 'refused',
        text: `${problem.message} ${counted(events.length, 'change was', 'changes were')} not accepted.`,
      }
      if (sitting.value) void refresh(sitting.value.id)
    }
  }

  /** What the server says without being asked. */
  function noticed(notice: SittingNotice): void {
    switch (notice.kind) {
      case 'message':
        messages.value = [...messages.value.filter(({ id }) => id !== notice.message.id), notice.message]
        break
      case 'ended':
        void finish()
        break
      case 'pace':
        clock?.learn(notice.now)
        if (notice.seat !== null && notice.seat !== seat) outbox?.takeOver()
        confirmedPace = notice.pace
        rebase()
        if (!notice.pace.paused) sendNow()
    }
  }

  function openTask(id: string): void {
    void bring(id)
    if (currentId.value === id && current.value?.opened) return
    currentId.value = id
    message.value = null
    if (!readOnly.value) put({ kind: 'open', taskId: id })
  }

  /** Why nothing can be changed now, or null. */
  function refuseWork(): string | null {
    if (readOnly.value) return 'This sitting goes on in another tab or on another device.'
    if (pace.value?.paused) return 'The clock stands.'
    return null
  }

  /** The step of a task that is worked on: the one that comes, or in free order the one that was taken. */
  function stepInHand(task: TaskView): StepView | undefined {
    const own = task.steps.find(({ id, status }) => id === taken.get(task.id) && status === 'open')
    return own ?? stepInHandOf(task)
  }

  const takeInHand = (taskId: string, stepId: string): void => void taken.set(taskId, stepId)

  /** Does one operation in a task's tool. Gives back why it was refused, or null. */
  function operate(taskId: string, op: unknown): Promise<string | null> {
    const done = operateNow(taskId, op)
    doing = done.catch(() => undefined)
    return done
  }

  async function operateNow(taskId: string, op: unknown): Promise<string | null> {
    const task = tasks.value.find(({ id }) => id === taskId)
    const refusal = task && works ? refuseWork() : 'No such task is open.'
    if (!task || !works || refusal) return refusal
    if (pace.value?.sections.find(({ id }) => id === task.section)?.closed) return 'This section is closed.'
    const id = crypto.randomUUID()
    const tried = await works.operate(taskId, id, op, closedBecause(task))
    if (!tried.ok) return tried.refusal
    if (tried.changes) {
      changing.add(id)
      message.value = null
      const inHand = stepInHandOf(task)
      if (inHand?.mode === 'watched') judging.value = [...judging.value, inHand.id]
    }
    put({ kind: 'op', taskId, op }, id)
    changed(taskId)
    return null
  }

  /** Sends something about a step of the task in hand, after what is being done in its tool. */
  function step(kind: 'check' | 'skip' | 'settle' | 'unsettle' | 'hint', stepId: string): void {
    if (!current.value || refuseWork() || judging.value.includes(stepId)) return
    message.value = null
    if (kind === 'check') judging.value = [...judging.value, stepId]
    const taskId = current.value.id
    void doing.then(() => put({ kind, taskId, stepId }))
  }

  /** Says something of the task in hand that isn't work in it. */
  function say(said: (taskId: string) => Unsent): void {
    if (current.value && !refuseWork()) put(said(current.value.id))
  }
  const revisit = (on: boolean, stepId?: string) => say(taskId => ({ kind: 'revisit', taskId, stepId, on }))
  const markText = (mark: TextMark) => say(taskId => ({ kind: 'mark-text', taskId, mark }))
  const unmarkText = (markId: string) => say(taskId => ({ kind: 'unmark-text', taskId, markId }))

  function leaveSection(sectionId: string): void {
    if (!pace.value || refuseWork()) return
    put({ kind: 'leave', sectionId })
    setPace(paceAfterLeaving(pace.value, sectionId, now()))
  }

  function note(text: string): void {
    if (refuseWork()) return
    notes.value = text
    put({ kind: 'note', text })
  }

  function away(on: boolean): void {
    if (sitting.value?.state === 'running' && !ended.value && !readOnly.value) put({ kind: 'away', on })
  }

  async function rest(on: boolean): Promise<void> {
    if (!sitting.value) return
    await outbox?.settle()
    take(await callsOf(sitting.value.id).rest(on))
  }

  async function ask(text: string): Promise<void> {
    if (!sitting.value) return
    const sent = await callsOf(sitting.value.id).ask(text, currentId.value)
    messages.value = [...messages.value, sent]
  }

  /**
   * Sends what waits and hands the sitting in, or ends it by leaving. False when the server can't be reached or
   * doesn't take it.
   */
  async function finish(request: { signedAs?: string; leaving?: boolean } = {}): Promise<boolean> {
    if (!sitting.value || ended.value) return true
    if (finishing) return false
    finishing = true
    failure.value = ''
    try {
      if (!readOnly.value && !((await outbox?.settle()) && (await settledAll(beside)))) {
        throw new Error(
          sender.value.held
            ? 'The clock stands; hand in when it runs again.'
            : 'The server can’t be reached. Your work is kept on this device and sent as soon as it can be.',
        )
      }
      if (ended.value || !sitting.value) return true
      ended.value = await callsOf(sitting.value.id).submit(request)
      outbox?.stop()
      return true
    } catch (error) {
      failure.value = inWords(error)
      return false
    } finally {
      finishing = false
    }
  }

  /** Sends what waits, and brings what couldn't be fetched while there was no connection. */
  const sendNow = (): void => void Promise.all([outbox?.send(), catchUp()])

  return {
    beside,
    seatName: () => seat,
    sitting,
    tasks,
    pace,
    current,
    currentId,
    openTasks,
    changes,
    openFailure,
    bring,
    section,
    readOnly,
    sender,
    durable,
    savedAt,
    message,
    messages,
    notes,
    ended,
    failure,
    judging,
    open,
    refresh,
    close,
    tick,
    noticed,
    openTask,
    operate,
    stepInHand,
    takeInHand,
    step,
    revisit,
    markText,
    unmarkText,
    leaveSection,
    note,
    away,
    rest,
    ask,
    finish,
    sendNow,
  }
})
