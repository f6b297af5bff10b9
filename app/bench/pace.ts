import { paceAfterLeaving, paceAt } from '~~/core/wire/pace'
import type { PaceView, SittingView } from '~~/core/wire/sitting'
import { callsOf } from '~/sync/calls'
import type { BenchState } from './state'
import type { BenchWorks } from './works'

/** What the pace asks of the connection. */
export interface AskServer {
  refresh(id: string): Promise<void>
  take(view: SittingView): void
}

/** The time of the sitting and its sections: what it opens, closes and holds back. */
export function paceOf(state: BenchState, works: BenchWorks, server: AskServer) {
  const { sitting, tasks, pace, currentId, current, held, now, refuseWork } = state

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
    if (task && !task.withheld) works.openTask(task.id)
  }

  /** While the clock stands nothing that can be read is kept on this device; it comes again when the clock goes on. */
  async function standOrGoOn(): Promise<void> {
    if (!sitting.value || !held.outbox) return
    if (pace.value?.paused) works.begin(sitting.value.id, held.outbox)
    await server.refresh(sitting.value.id).catch(() => undefined)
    await catchUp()
  }

  /** Fetches what the server held back of the section under way, and the work in hand where it isn't here. */
  async function catchUp(): Promise<void> {
    if (!sitting.value || pace.value?.paused) return
    const lacks = tasks.value.some(task => task.withheld && task.section === pace.value?.section)
    if (lacks) await server.refresh(sitting.value.id).catch(() => undefined)
    // What was ahead had another name until now.
    const here = pace.value?.section
    if (lacks && here && current.value?.section !== here) openFirst(here)
    if (currentId.value && !works.openTasks.has(currentId.value)) await works.bring(currentId.value)
  }

  /** Looks whether the time of a section has run out meanwhile: call it as time goes by. */
  function tick(): void {
    if (pace.value && paceAt(pace.value, now()) !== pace.value) setPace(pace.value)
  }

  function leaveSection(sectionId: string): void {
    if (!pace.value || refuseWork()) return
    works.put({ kind: 'leave', sectionId })
    setPace(paceAfterLeaving(pace.value, sectionId, now()))
  }

  /** Stops the clock for a break, or goes on. */
  async function rest(on: boolean): Promise<void> {
    if (!sitting.value) return
    await held.outbox?.settle()
    server.take(await callsOf(sitting.value.id).rest(on))
  }

  return { setPace, catchUp, tick, leaveSection, rest }
}
export type BenchPace = ReturnType<typeof paceOf>
