import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { toolOf } from '../tools/registry'
import type { AnyTool } from '../tools/tool'
import { entriesSince, markAfter, UNTOUCHED, untouched, worked } from './work'
import type { Work, WorkEntry } from './work'

const heavy = { ...toolOf('ledger'), heavy: true }
const entries = fc.array(fc.oneof(fc.record({ op: fc.jsonValue() }), fc.record({ setRight: fc.string() })), {
  maxLength: 30,
})
const workOf = (made: readonly WorkEntry[], tool: AnyTool = heavy): Work =>
  made.reduce<Work>((work, entry) => worked(tool, work, entry, null), untouched(null))

describe('the mark of work', () => {
  it('is the same for the same operations in the same order, and says how many there are', () => {
    fc.assert(
      fc.property(entries, made => {
        const { mark } = workOf(made)
        expect(mark).toBe(made.reduce(markAfter, UNTOUCHED))
        expect(mark.startsWith(`${made.length}.`)).toBe(true)
      }),
    )
  })

  it('differs where one operation is another, is missing, or stands elsewhere', () => {
    const made = [{ op: 1 }, { op: 2 }, { op: 3 }]
    const { mark } = workOf(made)
    for (const other of [[{ op: 1 }, { op: 2 }, { op: 4 }], made.slice(1), [{ op: 2 }, { op: 1 }, { op: 3 }]]) {
      expect(workOf(other).mark).not.toBe(mark)
    }
  })

  it('gives what was done since an earlier one, and nothing for one of other work', () => {
    fc.assert(
      fc.property(entries, fc.nat(30), (made, some) => {
        const since = workOf(made.slice(0, some)).mark
        expect(entriesSince(workOf(made), since)).toEqual(made.slice(some))
      }),
    )
    expect(entriesSince(workOf([{ op: 1 }, { op: 2 }]), workOf([{ op: 9 }]).mark)).toBeNull()
  })

  it('of a light tool no operations are kept', () => {
    expect(workOf([{ op: 1 }], toolOf('ledger')).history).toBeNull()
  })
})
