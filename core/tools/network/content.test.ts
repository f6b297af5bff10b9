import { describe, expect, it } from 'vitest'
import { content } from './content'

const { fate: keyOfFate } = content

const site = {
  devices: [
    {
      name: 'desk-1',
      kind: 'host',
      ports: 1,
      at: { x: 0, y: 0 },
      set: {
        'interfaces/p1/ipv4/address': '10.44.10.11/24',
        'routing/routes/0.0.0.0/0/next-hop': '10.44.10.1',
      },
    },
    {
      name: 'gate',
      kind: 'router',
      ports: 1,
      at: { x: 0, y: 0 },
      set: { 'interfaces/p1/ipv4/address': '10.44.10.1/24' },
    },
  ],
  cables: [['desk-1 p1', 'gate p1']],
}
const ask = { what: 'ping', device: 'desk-1', to: '10.44.30.5' }
const ends = { through: 'answers after', told: 'gate: no route to 10.44.30.5: dropped' }

describe('a fate that is asked', () => {
  it('is worked out by sending it', () => {
    expect(keyOfFate({ site, ask, ends })).toEqual({ kind: 'one-of', is: ['told'] })
    expect(keyOfFate({ site, ask: { ...ask, to: '10.44.10.1' }, ends })).toEqual({ kind: 'one-of', is: ['through'] })
  })

  it('has one end among those that are offered', () => {
    expect(() => keyOfFate({ site, ask, ends: { through: 'answers after' } })).toThrow(
      /^0 options fit what became of it, in place of one: .*network unreachable/s,
    )
    expect(() => keyOfFate({ site, ask, ends: { ...ends, also: 'dropped' } })).toThrow('2 options fit')
    expect(() => keyOfFate({ site, ask: 'ping', ends })).toThrow(/^This is no fate/)
  })
})
