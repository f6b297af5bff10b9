import { describe, expect, it } from 'vitest'
import { started } from '../running'
import { after, answered, hostAt, ping, siteOf } from '../sites.fixture'
import { initial, networkSetup } from '../state'
import type { NetworkState } from '../state'
import { view } from '../viewing'
import type { DeviceSeen, MapSeen } from '../viewing'
import { pack, unpack } from '../packing'
import { topologyOf } from '../files/topology'

const two = (...more: readonly string[]): NetworkState =>
  initial(
    networkSetup.parse({
      devices: [hostAt('desk-1', '10.44.10.11/24'), hostAt('desk-2', '10.44.10.12/24')],
      cables: [['desk-1 p1', 'desk-2 p1', ...more]],
    }),
  )
const counted = (state: NetworkState, name: string): string[] =>
  (view(state, { kind: 'device', name }) as DeviceSeen).tables
    .filter(({ title }) => title === 'Counted since the start')
    .flatMap(({ rows }) => rows.flat())
const pinging = (state: NetworkState): NetworkState => after(state, { type: 'ask', ask: ping('desk-1', '10.44.10.12') })

describe('a faulty cable', () => {
  it('lets hardly anything through, and says so where it comes out', () => {
    const { met, notes } = answered(two('faulty'), ping('desk-1', '10.44.10.12'))
    expect(met).toBe(false)
    expect(notes.map(({ device, words }) => `${device}: ${words}`)).toContain(
      'desk-2: what comes in here is damaged: dropped',
    )
    expect(started(two('faulty')).isUp('desk-1', 'p1')).toBe(true)
  })

  it('is counted where it comes out', () => {
    expect(counted(pinging(two('faulty')), 'desk-2')[0]).toMatch(
      /^p1: frames in 1, damaged 2, out 1; bytes in 60, out 60$/,
    )
    expect(counted(pinging(two()), 'desk-2')).toEqual(['p1: frames in 2, out 2; bytes in 134, out 134'])
  })

  it('is out of the way once it is replaced', () => {
    const mended = after(
      two('faulty'),
      { type: 'unplug', at: 'desk-1 p1' },
      { type: 'join', from: 'desk-2 p1', to: 'desk-1 p1' },
    )
    expect(answered(mended, ping('desk-1', '10.44.10.12')).met).toBe(true)
  })

  it('isn’t seen from outside: neither on the map nor in the file of the site', () => {
    expect(JSON.stringify(view(two('faulty'), { kind: 'map' }) as MapSeen)).not.toContain('faulty')
    expect(JSON.stringify(topologyOf(two('faulty')))).not.toContain('faulty')
  })

  it('stays what it is when the work is packed', () => {
    const other = siteOf([hostAt('desk-1', '10.44.10.11/24'), hostAt('desk-2', '10.44.10.12/24')])
    const start = { ...two('faulty'), cables: other.cables }
    const packed: unknown = JSON.parse(JSON.stringify(pack(two('faulty'), start)))
    expect(unpack(packed, start).cables).toEqual(two('faulty').cables)
  })
})
