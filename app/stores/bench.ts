import { defineStore } from 'pinia'
import type { ClientEvent } from '~~/core/sitting/events'
import { toolOf } from '~~/core/tools/registry'
import { endedView, eventsResponse, sittingView } from '~~/core/wire/sitting'
import type { EndedView, EventsResponse, SittingView, TaskView } from '~~/core/wire/sitting'
import { callApi, inWords } from '~/composables/useApi'
import type { CallFailed } from '~/composables/useApi'
import { openQueue } from '~/sync/queue'
import { Sender } from '~/sync/sender'
import type { SenderState } from '~/sync/sender'

export interface Message {
  kind: 'passed' | 'failed' | 'refused'
  text: string
}

type Unsent = ClientEvent extends infer Event ? Event extends unknown ? Omit<Event, 'id' | 'at'> : never : never

/**
 * The sitting on this device: what the server last said, with everything that waits to be sent applied
 * on top. Verdicts come from the server alone.
 */
export const useBenchStore = defineStore('bench', () => {
  const sitting = shallowRef<SittingView | null>(null)
  const tasks = shallowRef<TaskView[]>([])
  const currentId = ref<string | null>(null)
  const sender = ref<SenderState>({ waiting: 0, unreached: false, signedOut: false, roundTripMs: null })
  const durable = ref(true)
  const savedAt = ref<number | null>(null)
  const message = ref<Message | null>(null)
  const ended = ref<EndedView | null>(null)
  const failure = ref('')
  /** Steps whose verdict is on its way. */
  const judging = ref<string[]>([])

  /** What the server last said of each task, without what still waits. */
  let confirmed = new Map<string, TaskView>()
  let outbox: Sender | null = null
  let finishing = false
  let clock: { read(): number, learn(now: string, roundTripMs?: number): void } | null = null

  const current = computed(() => tasks.value.find(({ id }) => id === currentId.value) ?? null)

  async function open(id: string, serverClock: NonNullable<typeof clock>): Promise<void> {
    close()
    clock = serverClock
    message.value = null
    ended.value = null
    failure.value = ''
    const queue = await openQueue()
    durable.value = queue.durable
    const waiting = new Sender({
      sittingId: id,
      queue,
      post: events => callApi(eventsResponse, `/api/sittings/${id}/events`, { method: 'POST', body: { events } }),
      answered,
      rejected,
      changed: state => sender.value = state,
    })
    // What waits is applied before anything is shown, and sent only then: an answer that overtook the
    // first look at the sitting would be lost on it.
    await waiting.restore()
    outbox = waiting
    await refresh(id)
    if (sitting.value?.state === 'running') void outbox?.send()
  }

  async function refresh(id: string): Promise<void> {
    const begun = performance.now()
    const view = await callApi(sittingView, `/api/sittings/${id}`)
    clock?.learn(view.now, performance.now() - begun)
    sitting.value = view
    confirmed = new Map(view.tasks.map(task => [task.id, task]))
    currentId.value ??= view.current ?? view.tasks[0]?.id ?? null
    rebase()
    savedAt.value ??= Date.parse(view.now)
  }

  function close(): void {
    outbox?.stop()
    outbox = null
    sitting.value = null
    tasks.value = []
    currentId.value = null
    judging.value = []
    savedAt.value = null
  }

  /** Work on the device = what the server confirmed + what waits, in order. */
  function rebase(): void {
    const waiting = outbox?.waiting ?? []
    tasks.value = (sitting.value?.tasks ?? []).map(({ id }) => {
      const task = confirmed.get(id)!
      return waiting.filter(event => event.taskId === id).reduce(withEvent, task)
    })
  }

  function withEvent(task: TaskView, event: ClientEvent): TaskView {
    switch (event.kind) {
      case 'open': return { ...task, opened: true }
      case 'revisit': return { ...task, revisit: event.on }
      case 'op': {
        const tried = tryOp(task, event.op)
        return tried.ok ? tried.task : task
      }
      case 'check':
      case 'skip': return task
    }
  }

  /** The task with an operation done in its tool, or why that is refused. */
  function tryOp(task: TaskView, op: unknown): { ok: true, task: TaskView, changes: boolean } | { ok: false, refusal: string } {
    const tool = toolOf(task.tool)
    const read = tool.op.safeParse(op)
    if (!read.success) return { ok: false, refusal: 'This can’t be done here.' }
    const applied = tool.apply(task.state, read.data)
    if (!applied.ok) return applied
    const changes = tool.effect(read.data) === 'change'
    return { ok: true, changes, task: { ...task, state: applied.state, begun: task.begun || changes, unchecked: task.unchecked || changes } }
  }

  function put(body: Unsent): void {
    const event: ClientEvent = { id: crypto.randomUUID(), at: new Date(clock?.read() ?? Date.now()).toISOString(), ...body }
    tasks.value = tasks.value.map(task => task.id === event.taskId ? withEvent(task, event) : task)
    outbox?.put(event)
  }

  function answered(response: EventsResponse): void {
    clock?.learn(response.now, sender.value.roundTripMs ?? 0)
    savedAt.value = Date.parse(response.now)
    if (sitting.value && sitting.value.deadline !== response.deadline) sitting.value = { ...sitting.value, deadline: response.deadline }
    for (const task of response.tasks) {
      const before = confirmed.get(task.id)
      if (before) confirmed.set(task.id, { ...before, ...task })
    }
    rebase()
    for (const outcome of response.outcomes) {
      if (outcome.verdict) message.value = { kind: outcome.verdict.passed ? 'passed' : 'failed', text: outcome.verdict.message }
      if (outcome.refusal) message.value = { kind: 'refused', text: outcome.refusal }
    }
    // A verdict whose answer was lost on the way came with the tasks: what no longer waits is no longer judged.
    const waiting = outbox?.waiting ?? []
    judging.value = judging.value.filter(stepId => waiting.some(event => event.kind === 'op' || (event.kind === 'check' && event.stepId === stepId)))
  }

  function rejected(problem: CallFailed, events: ClientEvent[]): void {
    judging.value = []
    if (problem.code === 'sitting-ended') void finish()
    else {
      message.value = { kind: 'refused', text: `${problem.message} ${counted(events.length, 'change was', 'changes were')} not accepted.` }
      if (sitting.value) void refresh(sitting.value.id)
    }
  }

  function openTask(id: string): void {
    if (currentId.value === id && current.value?.opened) return
    currentId.value = id
    message.value = null
    put({ kind: 'open', taskId: id })
  }

  /** Does one operation in a task's tool. Returns why it was refused, or null. */
  function operate(taskId: string, op: unknown): string | null {
    const task = tasks.value.find(({ id }) => id === taskId)
    if (!task) return 'No such task is open.'
    const tried = tryOp(task, op)
    if (!tried.ok) return tried.refusal
    const inHand = stepInHandOf(task)
    if (tried.changes && !inHand) return 'All steps of this task are finished; its work is kept as it is.'
    if (tried.changes) message.value = null
    if (tried.changes && inHand?.mode === 'watched') judging.value = [...judging.value, inHand.id]
    put({ kind: 'op', taskId: task.id, op })
    return null
  }

  function check(stepId: string): void {
    if (!current.value || judging.value.includes(stepId)) return
    message.value = null
    judging.value = [...judging.value, stepId]
    put({ kind: 'check', taskId: current.value.id, stepId })
  }

  function skip(stepId: string): void {
    if (!current.value) return
    message.value = null
    put({ kind: 'skip', taskId: current.value.id, stepId })
  }

  function revisit(on: boolean): void {
    if (current.value) put({ kind: 'revisit', taskId: current.value.id, on })
  }

  /** Sends what waits and hands the sitting in. False when the server can't be reached. */
  async function finish(): Promise<boolean> {
    if (!sitting.value || ended.value) return true
    if (finishing) return false
    finishing = true
    failure.value = ''
    try {
      if (!await outbox?.settle()) throw new Error('The server can’t be reached. Your work is kept on this device and sent as soon as it can be.')
      if (ended.value || !sitting.value) return true
      ended.value = await callApi(endedView, `/api/sittings/${sitting.value.id}/submit`, { method: 'POST', body: {} })
      outbox?.stop()
      return true
    }
    catch (error) {
      failure.value = inWords(error)
      return false
    }
    finally {
      finishing = false
    }
  }

  const sendNow = (): void => void outbox?.send()

  return { sitting, tasks, current, currentId, sender, durable, savedAt, message, ended, failure, judging, open, refresh, close, openTask, operate, check, skip, revisit, finish, sendNow }
})
