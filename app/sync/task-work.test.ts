import { describe, expect, it } from 'vitest'
import { markAfter, UNTOUCHED } from '../../core/sitting/work'
import { chart, lines, period } from '../../core/tools/ledger/books.fixture'
import { entryCount } from '../../core/tools/ledger/journal'
import type { LedgerState } from '../../core/tools/ledger/state'
import { toolOf } from '../../core/tools/registry'
import { TaskWork } from './task-work'

const tool = toolOf('ledger')
const setup = { chart, period, opening: [] }
const post = (narration: string) => ({
  type: 'entry.post',
  entry: { date: '2026-10-30', narration, lines: lines('6010 D 5, 1020 C 5') },
})
const fresh = (): TaskWork => new TaskWork(tool, setup, null, UNTOUCHED)
const markOf = (...ops: object[]): string =>
  ops.reduce<string>((mark, op) => markAfter(mark, { op: tool.op.parse(op) }), UNTOUCHED)
const narrations = (work: TaskWork): string[] => (work.view(null) as LedgerState).pages.flat().map(one => one.narration)
const accepted = (id: string) => ({ id, status: 'accepted' as const })

/** The work as the server would send it after these operations. */
function packedAfter(...ops: object[]): [packed: unknown, mark: string] {
  const start = tool.initial(tool.setup.parse(setup))
  const state = ops.reduce<unknown>((before, op) => {
    const done = tool.apply(before, tool.op.parse(op))
    return done.ok ? done.state : before
  }, start)
  return [tool.pack(state, start), markOf(...ops)]
}

describe('the work of a task on the device', () => {
  it('shows at once what it does, and agrees with the server that took it', () => {
    const work = fresh()
    expect(work.operate('a', post('one'))).toEqual({ ok: true, changes: true })
    work.operate('b', post('two'))
    expect(narrations(work)).toEqual(['one', 'two'])
    expect(work.answered([accepted('a')], markOf(post('one')))).toBe(true)
    expect(work.answered([accepted('b')], markOf(post('one'), post('two')))).toBe(true)
    expect(narrations(work)).toEqual(['one', 'two'])
  })

  it('refuses in the tool’s words, and when the task is closed takes looks alone', () => {
    const work = fresh()
    expect(work.operate('a', { type: 'account.open', account: '77' })).toMatchObject({ ok: false })
    expect(work.operate('b', post('x'), 'All is done.')).toEqual({ ok: false, refusal: 'All is done.' })
    expect(work.operate('c', { type: 'view.show', view: 'accounts' }, 'All is done.')).toMatchObject({ ok: true })
    expect(narrations(work)).toEqual([])
  })

  it('refuses at once what the server would not take for its size', () => {
    const work = fresh()
    expect(work.operate('a', post('x'.repeat(999_000)))).toMatchObject({
      ok: false,
      refusal: expect.stringContaining('0.8 MB') as string,
    })
    expect(work.operate('b', post('é'.repeat(600_000)))).toMatchObject({
      ok: false,
      refusal: expect.stringContaining('0.8 MB') as string,
    })
    expect(narrations(work)).toEqual([])
    expect(work.operate('c', post('é'.repeat(900)))).not.toMatchObject({
      refusal: expect.stringContaining('0.8 MB') as string,
    })
  })

  it('undoes what was taken back or refused, and keeps what was done since', () => {
    const work = fresh()
    work.operate('a', post('wrong'))
    work.operate('b', post('later'))
    expect(work.answered([{ ...accepted('a'), takenBack: true }], UNTOUCHED)).toBe(true)
    expect(narrations(work)).toEqual(['later'])
  })

  it('a repeated event was taken when its answer got lost', () => {
    const work = fresh()
    work.operate('a', post('one'))
    expect(work.answered([{ id: 'a', status: 'duplicate' }], markOf(post('one')))).toBe(true)
    expect(narrations(work)).toEqual(['one'])
  })

  it('or is in the work already that was fetched since', () => {
    const work = new TaskWork(tool, setup, ...packedAfter(post('one')))
    work.put('a', post('one'))
    expect(narrations(work)).toEqual(['one', 'one'])
    expect(work.answered([{ id: 'a', status: 'duplicate' }], markOf(post('one')))).toBe(true)
    expect(narrations(work)).toEqual(['one'])
  })

  it('says when it can’t know what the work is, and goes on from what it is given', () => {
    const work = fresh()
    work.operate('a', post('mine'))
    const theirs = [post('another device'), post('mine')]
    expect(work.answered([accepted('a')], markOf(...theirs))).toBe(false)
    work.operate('b', post('meanwhile'))
    work.replace(...packedAfter(...theirs))
    expect(narrations(work)).toEqual(['another device', 'mine', 'meanwhile'])
    expect(work.answered([accepted('b')], markOf(...theirs, post('meanwhile')))).toBe(true)
    expect(entryCount(work.view(null) as LedgerState)).toBe(3)
  })
})
