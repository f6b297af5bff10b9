import { describe, expect, it } from 'vitest'
import { familiesOf, groupsOf, hasPortSettings, pathWith } from './families'
import type { Device, DeviceKind } from '../../../../core/tools/network/site'

const device = (kind: DeviceKind): Device => ({ name: 'one', kind, ports: 4, at: { x: 0, y: 0 } })

describe('the groups of settings', () => {
  it('are those that a device has', () => {
    expect(groupsOf(device('switch'))).toEqual(['Ports', 'VLANs', 'Tree', 'Routes', 'IPv6', 'DNS', 'Logs and time'])
    expect(groupsOf(device('host'))).toEqual([
      'Ports',
      'Routes',
      'IPv6',
      'Filters',
      'DNS',
      'Users',
      'Logs and time',
      'Services',
    ])
    expect(groupsOf(device('router'))).toEqual([
      'Ports',
      'Routes',
      'IPv6',
      'OSPF',
      'RIP',
      'VRRP',
      'Filters',
      'NAT',
      'DHCP',
      'DNS',
      'Users',
      'Logs and time',
      'Services',
    ])
    expect([hasPortSettings(device('router'), 'DHCP'), hasPortSettings(device('router'), 'NAT')]).toEqual([true, false])
  })

  it('have families: what is set once for each of some names', () => {
    const [pools, reservations] = familiesOf(device('server'), 'DHCP')
    expect([pools!.base, pools!.places, pools!.kinds.length]).toEqual(['dhcp/pools/<prefix>', ['prefix'], 5])
    expect(reservations!.places).toEqual(['hardware address'])
    const [records] = familiesOf(device('server'), 'DNS')
    expect(records!.places).toEqual(['zone', 'name in it'])
    expect(pathWith(records!.kinds[0]!, ['sallowmere.test', 'books'])).toBe('dns/zones/sallowmere.test/books/a')
  })
})
