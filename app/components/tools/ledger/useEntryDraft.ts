import type { LedgerOnScreen } from '~~/core/tools/ledger/ops'
import { deviceCopy } from '~/sync/device-copy'
import { decimal, parseAmount } from '~~/core/ground/money'
import type { LedgerState, WrittenEntry, WrittenLine } from '~~/core/tools/ledger/state'

/** A line being typed; both sides are there until one is filled in. */
export interface TypedLine {
  account: string
  debit: string
  credit: string
}

const emptyLine = (): TypedLine => ({ account: '', debit: '', credit: '' })
const isEmpty = (line: TypedLine): boolean =>
  line.account.trim() === '' && line.debit.trim() === '' && line.credit.trim() === ''

function typed(entry: WrittenEntry): { date: string; narration: string; lines: TypedLine[] } {
  return {
    date: entry.date,
    narration: entry.narration,
    lines: entry.lines.map(({ account, debit = '', credit = '' }) => ({ account, debit, credit })),
  }
}

function written(line: TypedLine): WrittenLine {
  return {
    account: line.account.trim(),
    ...(line.debit.trim() ? { debit: line.debit.trim() } : {}),
    ...(line.credit.trim() ? { credit: line.credit.trim() } : {}),
  }
}

/**
 * The draft entry while it is typed. It goes into the log a moment after each pause; until it has, a
 * copy stays in the browser's own storage, so that a reload in mid-word loses nothing.
 */
export function useEntryDraft(
  key: string,
  state: () => LedgerState,
  operate: (op: LedgerOnScreen['op']) => Promise<string | null>,
) {
  const copy = deviceCopy(`anvil-draft:${key}`)
  const draft = reactive(typed(restored() ?? state().draft))

  const entry = computed<WrittenEntry>(() => ({
    date: draft.date,
    narration: draft.narration,
    lines: draft.lines.filter(line => !isEmpty(line)).map(written),
  }))

  function restored(): WrittenEntry | null {
    // What stands there was written below, by this same type.
    const kept = copy.read()
    return kept === null ? null : (JSON.parse(kept) as WrittenEntry)
  }

  /** A spare line stands ready below the last one in use. */
  watch(
    () => draft.lines.map(isEmpty),
    empty => {
      if (empty.length < 2 || !empty.at(-1))
        draft.lines.push(...Array.from({ length: Math.max(1, 2 - empty.length) }, emptyLine))
    },
    { immediate: true },
  )

  let left = false
  function keep(): void {
    if (left) return
    const same = JSON.stringify(entry.value) === JSON.stringify(state().draft)
    if (!same) void operate({ type: 'draft.write', draft: entry.value })
    void forgetSoon()
  }
  const keepSoon = useDebounceFn(keep, 500, { maxWait: 2000 })

  /**
   * The copy goes only when the log's own queue has had time to reach the disk, and only if nothing was typed
   * since.
   */
  const forgetSoon = useDebounceFn(() => {
    if (JSON.stringify(entry.value) === JSON.stringify(state().draft)) copy.forget()
  }, 1500)
  if (copy.read() !== null) void keepSoon()

  let posting = false
  watch(entry, (now, before) => {
    if (posting || JSON.stringify(now) === JSON.stringify(before)) return
    copy.write(JSON.stringify(now))
    void keepSoon()
  })

  const sums = computed(() => {
    const side = (name: 'debit' | 'credit'): number =>
      draft.lines.reduce((sum, line) => {
        const amount = parseAmount(line[name])
        return sum + (amount.ok ? amount.pence : 0)
      }, 0)
    return { debits: side('debit'), credits: side('credit') }
  })

  function reset(): void {
    Object.assign(draft, { date: '', narration: '', lines: [emptyLine(), emptyLine()] })
    copy.forget()
  }

  /** Posts the draft. Returns why it was refused, or null; a refused draft stays as it was typed. */
  async function post(): Promise<string | null> {
    const refusal = await operate({ type: 'entry.post', entry: entry.value })
    if (refusal === null) {
      posting = true
      reset()
      void nextTick(() => {
        posting = false
      })
    }
    return refusal
  }

  function clear(): WrittenEntry {
    const before = entry.value
    reset()
    return before
  }

  function putBack(before: WrittenEntry): void {
    Object.assign(draft, typed(before))
  }

  /** Writes a whole amount with its pence, once its field is left. */
  function tidy(line: TypedLine, side: 'debit' | 'credit'): void {
    const amount = parseAmount(line[side])
    if (line[side].trim() !== '' && amount.ok) line[side] = decimal(amount.pence)
  }

  onBeforeUnmount(() => {
    if (copy.read() !== null) keep()
    left = true
  })
  return { draft, entry, sums, post, clear, putBack, tidy }
}
