import type { ClientEvent } from '~~/core/sitting/events'
import type { StepView, TaskView } from '~~/core/wire/sitting'
import { inWords } from '~/composables/useApi'
import { withEvent } from '~/sync/applying'
import { callsOf } from '~/sync/calls'
import type { Sender } from '~/sync/sender'
import { Works } from '~/sync/works'
import type { OpenTask } from '~/sync/works'
import type { BenchState, Put } from './state'

/** The work of the tasks on this device: which is here, what is done in it, and which step is in hand. */
export function worksOn({ sitting, tasks, pace, currentId, message, judging, current, ...state }: BenchState) {
  const { held, now, readOnly, refuseWork } = state
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

  /** Begins with no work on this device. */
  function begin(id: string, sent: Sender): void {
    held.works?.stop()
    openTasks.clear()
    changes.clear()
    held.works = new Works({ fetch: callsOf(id).task, waiting: () => sent.waiting, changed })
  }

  function end(): void {
    held.works?.stop()
    held.works = null
    openTasks.clear()
    changes.clear()
    changing.clear()
    taken.clear()
    openFailure.value = ''
  }

  function changed(taskId: string): void {
    const open = held.works?.of(taskId)
    if (open) openTasks.set(taskId, open)
    changes.set(taskId, (changes.get(taskId) ?? 0) + 1)
  }

  /** Brings the work of a task to this device, once; then, while nothing else is to do, that of those after it. */
  async function bring(taskId: string): Promise<void> {
    const task = tasks.value.find(({ id }) => id === taskId)
    const open = held.works
    if (!task || !open || sitting.value?.state !== 'running') return
    openFailure.value = ''
    try {
      await open.open(task)
    } catch (error) {
      if (taskId === currentId.value) openFailure.value = inWords(error)
      return
    }
    await open.openOthers(tasks.value)
  }

  const put: Put = (body, id = crypto.randomUUID()) => {
    const event: ClientEvent = { id, at: new Date(now()).toISOString(), ...body }
    if ('taskId' in event)
      tasks.value = tasks.value.map(task => (task.id === event.taskId ? applied(task, event) : task))
    held.outbox?.put(event)
  }

  /** A task with what was done in it here. */
  const applied = (task: TaskView, event: ClientEvent): TaskView => withEvent(task, event, changing.has(event.id))

  function openTask(id: string): void {
    void bring(id)
    if (currentId.value === id && current.value?.opened) return
    currentId.value = id
    message.value = null
    if (!readOnly.value) put({ kind: 'open', taskId: id })
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
    const refusal = task && held.works ? refuseWork() : 'No such task is open.'
    if (!task || !held.works || refusal) return refusal
    if (pace.value?.sections.find(({ id }) => id === task.section)?.closed) return 'This section is closed.'
    const id = crypto.randomUUID()
    const tried = await held.works.operate(taskId, id, op, closedBecause(task))
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

  return {
    openTasks,
    changes,
    openFailure,
    changing,
    begin,
    end,
    bring,
    put,
    applied,
    openTask,
    stepInHand,
    takeInHand,
    operate,
    step,
  }
}
export type BenchWorks = ReturnType<typeof worksOn>
