import { describe, expect, it, vi } from 'vitest'
import type { ClientEvent } from '../../core/sitting/events'
import type { EventsResponse } from '../../core/wire/sitting'
import { CallFailed } from '../composables/useApi'
import type { EventQueue } from './queue'
import { afterFailing, Sender } from './sender'
import type { SenderState } from './sender'

/** How long a busy machine may take, in ms. */
const WAIT_MS = 60_000

function keptQueue(before: ClientEvent[] = []) {
  let kept = [...before]
  const queue: EventQueue = {
    durable: true,
    load: async () => kept,
    add: async (_, event) => {
      kept.push(event)
    },
    remove: async (_, ids) => {
      kept = kept.filter(({ id }) => !ids.has(id))
    },
  }
  return { queue, kept: () => kept.map(({ id }) => id) }
}

const event = (id: string): ClientEvent => ({ id, kind: 'open', taskId: 't' })
const slowly = () => new Promise<void>(done => setTimeout(done, 20))

function senderOver(post: (ids: string[]) => Promise<void>, before: ClientEvent[] = []) {
  const { queue, kept } = keptQueue(before)
  const sent: string[][] = []
  const states: SenderState[] = []
  const rejected: string[] = []
  const sender = new Sender({
    sittingId: 's',
    queue,
    post: async events => {
      const ids = events.map(({ id }) => id)
      await post(ids)
      sent.push(ids)
      return {} as EventsResponse
    },
    answered: () => undefined,
    rejected: (_, events) => rejected.push(...events.map(({ id }) => id)),
    changed: state => states.push(state),
  })
  return { sender, sent, kept, states, rejected }
}

describe('the queue on the device', () => {
  it('sends in order, and one batch at a time', async () => {
    const { sender, sent, kept } = senderOver(slowly)
    for (const id of ['a', 'b', 'c']) sender.put(event(id))
    expect(await sender.settle()).toBe(true)
    expect(sent.flat()).toEqual(['a', 'b', 'c'])
    expect(kept()).toEqual([])
  })

  it('keeps what could not be sent, says so, and sends it in order later', async () => {
    let down = true
    const { sender, sent, kept, states } = senderOver(async () => {
      if (down) throw new CallFailed(null, 'unreached', '…')
    })
    for (const id of ['a', 'b']) sender.put(event(id))
    await vi.waitFor(() => expect(states.at(-1)).toMatchObject({ waiting: 2, unreached: true }), WAIT_MS)
    expect(kept()).toEqual(['a', 'b'])
    expect(await sender.settle()).toBe(false)
    down = false
    expect(await sender.settle()).toBe(true)
    expect(sent.flat()).toEqual(['a', 'b'])
    expect(states.at(-1)).toMatchObject({ waiting: 0, unreached: false })
    sender.stop()
  })

  it('sends no more at once than the server takes, however large each change is', async () => {
    const text = 'x'.repeat(350_000)
    const large = ['a', 'b', 'c', 'd'].map(id => ({ id, kind: 'note' as const, text }))
    const { sender, sent } = senderOver(slowly, large)
    await sender.restore()
    expect(await sender.settle()).toBe(true)
    expect(sent).toEqual([
      ['a', 'b'],
      ['c', 'd'],
    ])
  })

  it('takes over what an earlier page left, before anything new', async () => {
    const { sender, sent } = senderOver(slowly, [event('left')])
    await sender.restore()
    expect(sent).toEqual([])
    sender.put(event('new'))
    await sender.settle()
    expect(sent.flat()).toEqual(['left', 'new'])
  })

  it('gives up what the server will never take, and tells', async () => {
    const { sender, kept, rejected } = senderOver(async () => {
      throw new CallFailed(409, 'sitting-ended', 'It has ended.')
    })
    sender.put(event('late'))
    await vi.waitFor(() => expect(rejected).toEqual(['late']), WAIT_MS)
    expect(kept()).toEqual([])
  })

  it.each([
    ['named by the answer', { 'events.2': 'too large' }, [5]],
    ['named within', { 'events.2.op': 'no operation' }, [5]],
    // It is found by sending one after the other.
    ['not named', {}, [5, 1, 1, 1]],
  ])('lets one change fall alone that is never taken, %s', async (_, fields, sizes) => {
    const tried: number[] = []
    const { sender, sent, kept, rejected, states } = senderOver(async ids => {
      tried.push(ids.length)
      if (ids.includes('c')) throw new CallFailed(422, 'not-for-this-paper', 'No such thing.', fields)
    }, ['a', 'b', 'c', 'd', 'e'].map(event))
    await sender.restore()
    while (kept().length > 0) {
      await sender.send()
      await slowly()
    }
    expect(sent.flat()).toEqual(['a', 'b', 'd', 'e'])
    expect(tried.slice(0, sizes.length)).toEqual(sizes)
    expect(rejected).toEqual(['c'])
    await vi.waitFor(() => expect(states.at(-1)).toMatchObject({ lost: 1, waiting: 0 }), WAIT_MS)
    sender.stop()
  })

  it.each<[number | null, string, ReturnType<typeof afterFailing>]>([
    [null, 'unreached', 'again'],
    [400, 'malformed-json', 'never'],
    [400, 'cut-off', 'again'],
    [401, 'not-signed-in', 'later'],
    [403, 'own-password-first', 'later'],
    [403, 'another-person', 'later'],
    [404, 'not-found', 'later'],
    [408, 'too-slow', 'again'],
    [409, 'taken-over', 'taken-over'],
    [409, 'paused', 'held'],
    [409, 'sitting-ended', 'never'],
    [409, 'log-full', 'never'],
    [413, 'too-large', 'never'],
    [415, 'not-json', 'never'],
    [421, 'failed', 'again'],
    [422, 'not-valid', 'never'],
    [429, 'too-fast', 'again'],
    [500, 'failed', 'again'],
    [502, 'failed', 'again'],
    [503, 'storage-busy', 'again'],
    [504, 'failed', 'again'],
    [507, 'storage-full', 'again'],
  ])('%s %s means %s', (status, code, means) => {
    expect(afterFailing(new CallFailed(status, code, '…'))).toBe(means)
  })

  it.each([401, 403, 404, 408, 429, 500, 503])('throws nothing away for %d', async status => {
    const { sender, kept, rejected, states } = senderOver(async () => {
      throw new CallFailed(status, 'any', '…')
    })
    for (const id of ['a', 'b']) sender.put(event(id))
    await vi.waitFor(() => expect(states.at(-1)).toMatchObject({ unreached: true, waiting: 2 }), WAIT_MS)
    expect([kept(), rejected]).toEqual([['a', 'b'], []])
    sender.stop()
  })

  it('says that something was lost, also once all else is saved', async () => {
    let first = true
    const { sender, states } = senderOver(async () => {
      if (!first) return
      first = false
      throw new CallFailed(413, 'too-large', 'Too large.')
    })
    sender.put(event('large'))
    await vi.waitFor(() => expect(states.at(-1)).toMatchObject({ lost: 1 }), WAIT_MS)
    sender.put(event('next'))
    await sender.settle()
    await vi.waitFor(() => expect(states.at(-1)).toMatchObject({ lost: 1, waiting: 0 }), WAIT_MS)
  })

  it('keeps everything when the sign-in has ended, and says that it has', async () => {
    const { sender, kept, states } = senderOver(async () => {
      throw new CallFailed(401, 'not-signed-in', 'Sign in first.')
    })
    sender.put(event('a'))
    await vi.waitFor(() => expect(states.at(-1)).toMatchObject({ signedOut: 'nobody' }), WAIT_MS)
    expect(kept()).toEqual(['a'])
    sender.stop()
  })

  it('keeps everything while the clock stands, and sends it in order when it runs again', async () => {
    let paused = true
    const { sender, sent, kept, states, rejected } = senderOver(async () => {
      if (paused) throw new CallFailed(409, 'paused', 'The clock stands.')
    })
    for (const id of ['a', 'b']) sender.put(event(id))
    await vi.waitFor(() => expect(states.at(-1)).toMatchObject({ held: true, unreached: false }), WAIT_MS)
    expect([kept(), rejected, await sender.settle()]).toEqual([['a', 'b'], [], false])
    paused = false
    await sender.send()
    await sender.settle()
    expect(sent.flat()).toEqual(['a', 'b'])
    expect(states.at(-1)).toMatchObject({ held: false, waiting: 0 })
    sender.stop()
  })

  it('stops for good when another page has taken over, and leaves what waits on the device for it', async () => {
    const { sender, kept, states, rejected, sent } = senderOver(async () => {
      throw new CallFailed(409, 'taken-over', 'It goes on elsewhere.')
    })
    sender.put(event('a'))
    await vi.waitFor(() => expect(states.at(-1)).toMatchObject({ takenOver: true }), WAIT_MS)
    sender.put(event('b'))
    await sender.send()
    expect([kept(), rejected, sent]).toEqual([['a', 'b'], [], []])
    expect(states.at(-1)).toMatchObject({ takenOver: true, waiting: 2 })
  })

  it('waits when the server’s storage is full or busy', async () => {
    const { sender, kept, states } = senderOver(async () => {
      throw new CallFailed(507, 'storage-full', 'Nothing of this was taken.')
    })
    sender.put(event('a'))
    await vi.waitFor(() => expect(states.at(-1)).toMatchObject({ unreached: true }), WAIT_MS)
    expect(kept()).toEqual(['a'])
    sender.stop()
  })
})
