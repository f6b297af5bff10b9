import { describe, expect, it } from 'vitest'
import { after, answered, applied, hostAt, made, ping, put, siteOf } from '../sites.fixture'
import type { NetworkState } from '../state'
import { started } from '../running'

/** Two routers between an office and a server, with one gateway together. */
const two = (...first: string[]) =>
  siteOf(
    [
      hostAt('desk-1', '10.44.10.11/24', '10.44.10.1'),
      { ...hostAt('books', '10.44.20.20/24', '10.44.20.1'), kind: 'server' },
      made('office-sw', 'switch', 4),
      made('core-sw', 'switch', 4),
      ...[2, 3].map(at =>
        made(
          `gate-${at - 1}`,
          'router',
          2,
          `interfaces/p1/ipv4/address = 10.44.10.${at}/24`,
          `interfaces/p2/ipv4/address = 10.44.20.${at}/24`,
          'vrrp/interfaces/p1/1/virtual-address = 10.44.10.1',
          'vrrp/interfaces/p2/2/virtual-address = 10.44.20.1',
          ...(at === 2 ? first : []),
        ),
      ),
    ],
    'desk-1 p1 - office-sw p1',
    'gate-1 p1 - office-sw p2',
    'gate-2 p1 - office-sw p3',
    'gate-1 p2 - core-sw p2',
    'gate-2 p2 - core-sw p3',
    'books p1 - core-sw p1',
  )
const having = (state: NetworkState): string[] => {
  const network = started(state)
  return ['gate-1', 'gate-2'].flatMap(name =>
    network
      .machine(name)!
      .equipment.standingIn.table.filter(row => row[3] === 'has it')
      .map(([group]) => `${name}, ${group!}`),
  )
}

describe('routers that stand in for each other', () => {
  it('have the gateway together: one of them, by its priority, else by its address', () => {
    expect(having(two())).toEqual(['gate-2, group 1', 'gate-2, group 2'])
    const preferred = two('vrrp/interfaces/p1/1/priority = 150')
    expect(having(preferred)).toEqual(['gate-1, group 1', 'gate-2, group 2'])
    expect(answered(two(), ping('desk-1', '10.44.20.20')).met).toBe(true)
    expect(answered(two(), ping('desk-1', '10.44.10.1')).met).toBe(true)
  })

  it('take over when the other is gone', () => {
    const cut = after(two(), { type: 'unplug', at: 'gate-2 p1' }, { type: 'unplug', at: 'gate-2 p2' })
    expect(having(cut)).toEqual(['gate-1, group 1', 'gate-1, group 2'])
    expect(answered(cut, ping('desk-1', '10.44.20.20')).met).toBe(true)
  })

  it('answer with a hardware address that is nobody’s own', () => {
    const { notes } = answered(two(), ping('desk-1', '10.44.20.20'))
    expect(notes.some(({ words }) => words.endsWith('sent to 00:00:5e:00:01:01'))).toBe(true)
  })

  it('both have it where they don’t hear each other, or are of different groups', () => {
    const apart = after(two(), put('office-sw', 'interfaces/p2/bridge-port/pvid', '20'), applied('office-sw'))
    expect(having(apart)).toEqual(['gate-1, group 1', 'gate-2, group 1', 'gate-2, group 2'])
  })

  it('of which one has the address for its own let that one have it', () => {
    const owner = two('interfaces/p1/ipv4/address = 10.44.10.1/24')
    expect(having(owner)).toContain('gate-1, group 1')
  })
})
