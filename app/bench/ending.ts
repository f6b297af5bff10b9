import { inWords } from '~/composables/useApi'
import { callsOf } from '~/sync/calls'
import { settledAll } from '~/sync/waiting'
import type { Waiting } from '~/sync/waiting'
import type { BenchState } from './state'

/** Handing in and leaving: all that waits is with the server first. */
export function endingOf({ sitting, sender, ended, held, readOnly }: BenchState) {
  const failure = ref('')
  /** What else waits on this device, and has to be with the server before the end. */
  const beside = new Set<Waiting>()
  let finishing = false

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
      if (!readOnly.value && !((await held.outbox?.settle()) && (await settledAll(beside)))) {
        throw new Error(
          sender.value.held
            ? 'The clock stands; hand in when it runs again.'
            : 'The server can’t be reached. Your work is kept on this device and sent as soon as it can be.',
        )
      }
      if (ended.value || !sitting.value) return true
      ended.value = await callsOf(sitting.value.id).submit(request)
      held.outbox?.stop()
      return true
    } catch (error) {
      failure.value = inWords(error)
      return false
    } finally {
      finishing = false
    }
  }

  return { failure, beside, finish }
}
export type BenchEnding = ReturnType<typeof endingOf>
