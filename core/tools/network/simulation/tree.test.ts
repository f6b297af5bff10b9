import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { after, answered, applied, hostAt, made, ping, put, said, siteOf } from '../sites.fixture'
import type { NetworkState } from '../state'
import { started } from '../running'

const ON = 'bridge/spanning-tree/enabled = true'

/** Three switches in a ring, each with a host. */
const ring = (...set: string[]) =>
  siteOf(
    [
      ...[1, 2, 3].map(at => hostAt(`h${at}`, `10.44.10.${at}/24`)),
      ...[1, 2, 3].map(at => made(`s${at}`, 'switch', 4, ...set)),
    ],
    's1 p1 - s2 p2',
    's2 p1 - s3 p2',
    's3 p1 - s1 p2',
    'h1 p1 - s1 p4',
    'h2 p1 - s2 p4',
    'h3 p1 - s3 p4',
  )
const shown = (state: NetworkState, device: string): string[] =>
  started(state)
    .machine(device)!
    .tree!.table.map(row => row.join(' ').trim())

describe('a ring of switches', () => {
  it('goes round without a tree, and the device that asked says so', () => {
    const answer = answered(ring(), ping('h1', '10.44.10.2'))
    expect(answer.met).toBe(false)
    expect(said(answer)).toMatch('frames are going round without an end')
  })

  it('with a tree has one port kept shut, and everybody reaches everybody', () => {
    const state = ring(ON)
    for (const [from, to] of [
      ['h1', '10.44.10.2'],
      ['h2', '10.44.10.3'],
      ['h3', '10.44.10.1'],
    ] as const)
      expect(said(answered(state, ping(from, to)))).toMatch(/^10\.44\.10\.\d answers/)
    expect(shown(state, 's1')).toEqual([
      'root this one',
      'p1 designated forwards',
      'p2 designated forwards',
      'p4 to a host forwards',
    ])
    const shut = ['s1', 's2', 's3'].flatMap(name => shown(state, name).filter(row => row.endsWith('kept shut')))
    expect(shut).toEqual(['p2 alternate kept shut'])
    expect(shown(state, 's3')).toContain('p2 alternate kept shut')
  })

  it('has the root with the smallest priority, and the shut port far from it', () => {
    const state = after(ring(ON), put('s3', 'bridge/spanning-tree/priority', '4096'), applied('s3'))
    expect(shown(state, 's3')[0]).toBe('root this one')
    expect(shown(state, 's1')[0]).toBe('root 02:00:00:00:06:01, priority 4096 cost 20000')
    expect(shown(state, 's2')).toContain('p2 alternate kept shut')
  })

  it('goes the cheaper way round', () => {
    const state = after(ring(ON), put('s3', 'interfaces/p1/bridge-port/path-cost', '500000'), applied('s3'))
    expect(shown(state, 's3')).toContain('p1 alternate kept shut')
    expect(shown(state, 's3')).toContain('p2 root forwards')
  })

  it('comes together again when a cable is unplugged', () => {
    const state = after(ring(ON), { type: 'unplug', at: 's1 p1' })
    expect(answered(state, ping('h1', '10.44.10.2')).met).toBe(true)
  })

  it('still goes round where one switch knows of no tree, and lets nobody through what bridges say', () => {
    const state = after(ring(ON), put('s2', 'bridge/spanning-tree/enabled', 'false'), applied('s2'))
    expect(said(answered(state, ping('h1', '10.44.10.3')))).toMatch('going round')
  })
})

describe('any switches joined in any way', () => {
  const count = 6
  const pair = fc.tuple(fc.nat(count - 1), fc.nat(count - 1)).filter(([one, other]) => one !== other)
  it('end up without a loop, and with everybody joined who was', () => {
    fc.assert(
      fc.property(
        fc.array(pair, { minLength: count, maxLength: 14 }),
        fc.array(fc.nat(15), { minLength: count, maxLength: count }),
        (pairs, priorities) => {
          const used = Array.from({ length: count }, () => 0)
          const cables = pairs.map(([one, other]) => {
            used[one]! += 1
            used[other]! += 1
            return `s${one + 1} p${used[one]} - s${other + 1} p${used[other]}`
          })
          const switches = used.map((_, at) =>
            made(`s${at + 1}`, 'switch', 30, ON, `bridge/spanning-tree/priority = ${priorities[at]! * 4096}`),
          )
          const network = started(siteOf(switches, ...cables))
          const open = cables
            .map(cable => cable.split(' - ').map(end => end.split(' ') as [string, string]))
            .filter(ends => ends.every(([device, port]) => network.machine(device)!.tree!.forwards(port)))
            .map(([one, other]) => [one![0], other![0]] as const)
          // As many open cables as a forest of that many parts has: no loop, and nobody left out.
          expect(open.length).toBe(
            count -
              partsOf(
                count,
                pairs.map(([one, other]) => [`s${one + 1}`, `s${other + 1}`] as const),
              ),
          )
          expect(partsOf(count, open)).toBe(count - open.length)
        },
      ),
      { numRuns: 60 },
    )
  })
})

/** Into how many parts so many switches fall that are joined in this way. */
function partsOf(count: number, joined: readonly (readonly [string, string])[]): number {
  const part = new Map(Array.from({ length: count }, (_, at) => [`s${at + 1}`, at]))
  for (const [one, other] of joined) {
    const [keep, give] = [part.get(one)!, part.get(other)!]
    for (const [name, of] of part) if (of === give) part.set(name, keep)
  }
  return new Set(part.values()).size
}
