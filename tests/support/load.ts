import { randomUUID } from 'node:crypto'
import type { EventsResponse } from '../../core/wire/sitting'
import { post } from './client'
import type { Client } from './client'
import { wages } from './log'

/** The task of the entries of a load. */
export const LOADED = 'wages-worked-not-paid'
/** One of many entries that differ in their amount. */
export const entry = (amount: number) => post(LOADED, wages(`No. ${amount}`, `${amount}.00`))

/**
 * Sends entries one after the other until told to stop; what the server didn't answer is sent again with the same
 * id.
 */
export async function load(
  client: Client,
  sittingId: string,
  acknowledged: Set<string>,
  running: () => boolean,
): Promise<void> {
  for (let amount = 1; running(); amount += 1) {
    const event = { id: randomUUID(), at: new Date().toISOString(), ...entry(amount) }
    while (running()) {
      const answer = await client
        .call('POST', `/api/sittings/${sittingId}/events`, { events: [event] })
        .catch(() => null)
      if (answer?.status === 200) {
        const {
          outcomes: [outcome],
        } = answer.body as EventsResponse
        if (outcome?.status !== 'accepted' && outcome?.status !== 'duplicate')
          throw new Error(`not taken: ${JSON.stringify(outcome)}`)
        acknowledged.add(event.id)
        break
      }
      await new Promise(done => setTimeout(done, 20))
    }
  }
}
