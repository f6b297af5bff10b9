import { tasksOf } from '../../core/paper/schema'
import type { Task } from '../../core/paper/schema'
import { readContent } from '../../server/content/read'

/** The tasks of the week-end paper with their models, as content holds them. */
export async function weekEndTasks(): Promise<Task[]> {
  const { papers } = await readContent(['content'])
  return tasksOf(papers.find(({ id }) => id === 'week-end-journals')!)
}

/**
 * The entries that a task's three failing steps are answered with, and what each step is worth then. See the hand-
 * worked totals.
 */
export const failing = {
  /** VAT added to the cost: of three lines one right, one but for its amount, one missing: 5/9 of 3, and 1 of 1. */
  'paint-on-account/purchase': {
    date: '2026-10-29',
    narration: 'BP-7730',
    lines: [
      { account: '1200', debit: '576.00' },
      { account: '2010', credit: '576.00' },
    ],
  },
  /** Digits changed places: accounts and sides right, two thirds of 3, and 1 of 1. */
  'wages-worked-not-paid/accrual': {
    date: '2026-10-31',
    narration: 'Wages',
    lines: [
      { account: '6010', debit: '1242.60' },
      { account: '2100', credit: '1242.60' },
    ],
  },
}

/** Hand-worked. With three steps out of tries: less 1.33 (purchase), 1.00 (accrual), 2.00 (reversal, never met). */
export const totals = { allRight: '68.00', outOf: '68.00' }
