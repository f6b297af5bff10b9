import type { ClientEvent } from '~~/core/sitting/events'
import { endedView, eventsResponse, messageView, sittingView, taskWorkView } from '~~/core/wire/sitting'
import { callApi } from '~/composables/useApi'
import { deviceName } from '~/sync/device-name'

/** The calls that a page makes of its sitting. */
export function callsOf(id: string) {
  const path = `/api/sittings/${id}`
  const post = { method: 'POST' as const }
  return {
    view: () => callApi(sittingView, path),
    seat: (seat: string) => callApi(sittingView, `${path}/seat`, { ...post, body: { seat, device: deviceName() } }),
    /** `person` names whose work it is. */
    events: (events: ClientEvent[], seat: string, person: string | undefined, timeoutMs: number) =>
      callApi(eventsResponse, `${path}/events`, { ...post, body: { events, seat, person }, timeoutMs }),
    task: (taskId: string, have: readonly string[]) =>
      callApi(taskWorkView, `${path}/tasks/${taskId}?have=${have.join(',')}`),
    rest: (on: boolean) => callApi(sittingView, `${path}/break`, { ...post, body: { on } }),
    ask: (text: string, taskId: string | null) =>
      callApi(messageView, `${path}/messages`, { ...post, body: { text, taskId } }),
    submit: (request: { signedAs?: string; leaving?: boolean }) =>
      callApi(endedView, `${path}/submit`, { ...post, body: request }),
  }
}
