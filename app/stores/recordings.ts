import { defineStore } from 'pinia'
import { pieceTaken, recordingsView } from '~~/core/wire/recordings'
import { callApi } from '~/composables/useApi'
import { useBenchStore } from '~/stores/bench'
import { useSessionStore } from '~/stores/session'
import { openPieces, PieceSender } from '~/sync/pieces'
import type { Piece } from '~/sync/pieces'
import { sealingOf } from '~/sync/sealing'

type Said = Omit<Piece, 'sittingId'>

/** What is said in the sitting on this device: kept here until the server has it. */
export const useRecordingsStore = defineStore('recordings', () => {
  const bench = useBenchStore()
  const session = useSessionStore()
  /** Pieces that wait to be sent. */
  const waiting = ref(0)
  /** Why a recording was not taken, by its id. */
  const failures = shallowReactive(new Map<string, string>())
  /** The question of each recording there is, by the recording’s id. */
  const made = shallowReactive(new Map<string, { taskId: string; stepId: string }>())
  /** The pieces since this page was opened, by recording: heard again before they have been sent. */
  const here = shallowReactive(new Map<string, readonly Uint8Array[]>())
  let sender: PieceSender | null = null
  let sittingId = ''
  let known = ''

  async function open(id: string): Promise<void> {
    close()
    sittingId = id
    const own = new PieceSender({
      store: await openPieces(await sealingOf(session.person)),
      post: piece => {
        const { taskId: task, stepId: step, recording, number, file } = piece
        const query = new URLSearchParams({ task, step, recording, number: String(number), seat: bench.seatName() })
        const body = new Blob([file], { type: 'audio/wav' })
        return callApi(pieceTaken, `/api/sittings/${id}/recordings?${query.toString()}`, { method: 'POST', body })
      },
      rejected: (recording, why) => failures.set(recording, why),
      changed: count => (waiting.value = count),
    })
    sender = own
    bench.beside.add(own)
    await own.restore(id)
  }

  /** Asks once what was recorded before: whoever has no question to speak to needn’t know. */
  async function know(): Promise<void> {
    if (known === sittingId) return
    const asked = sittingId
    const { recordings } = await callApi(recordingsView, `/api/sittings/${asked}/recordings`)
    if (asked !== sittingId) return
    known = asked
    for (const { id: recording, taskId, stepId } of recordings) made.set(recording, { taskId, stepId })
  }

  function close(): void {
    if (sender) bench.beside.delete(sender)
    sender?.stop()
    sender = null
    waiting.value = 0
    known = ''
    failures.clear()
    made.clear()
    here.clear()
  }

  function keep(said: Said): void {
    made.set(said.recording, { taskId: said.taskId, stepId: said.stepId })
    here.set(said.recording, [...(here.get(said.recording) ?? []), said.file])
    sender?.put({ ...said, sittingId })
  }

  /** How many recordings there are of a question, those included that were deleted. */
  const countOf = (taskId: string, stepId: string): number =>
    [...made.values()].filter(one => one.taskId === taskId && one.stepId === stepId).length

  return { waiting, failures, here, open, close, know, keep, countOf }
})
