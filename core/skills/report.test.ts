import { describe, expect, it } from 'vitest'
import { gapReport, gapReports } from './report'
import type { JudgedCriterion } from './report'
import { proveTree, proveTrees, skillTree, treesOf } from './tree'

const tree = skillTree.parse({
  id: 'bookkeeping',
  title: 'Books',
  areas: [
    {
      id: 'entries',
      title: 'Entries',
      skills: [
        { id: 'two-sided', title: 'Two-sided', can: '…' },
        { id: 'vat', title: 'VAT', can: '…', needs: ['two-sided'] },
      ],
    },
    {
      id: 'closing',
      title: 'Closing',
      skills: [
        { id: 'prepaid', title: 'Prepaid', can: '…', needs: ['two-sided'], weight: 2 },
        { id: 'accrued', title: 'Accrued', can: '…' },
      ],
    },
  ],
})
const now = '2026-11-24T12:00:00.000Z'
let count = 0
const judged = (skills: string[], points: number, outOf: number, at = now, ...faults: string[]): JudgedCriterion => ({
  at,
  sittingId: 's1',
  taskId: 't',
  stepId: `step-${count++}`,
  criterionId: `c${count++}`,
  skills,
  points,
  outOf,
  faults,
})
const order = (evidence: JudgedCriterion[]): string[] =>
  gapReport(tree, evidence, now).closeFirst.map(({ skill }) => skill.id)

describe('the gap report', () => {
  it('without evidence knows nothing: every skill and area unproven', () => {
    const report = gapReport(tree, [], now)
    expect(
      report.areas.flatMap(area => [area.mastery.standing, ...area.skills.map(skill => skill.mastery.standing)]),
    ).toEqual(Array(6).fill('unproven'))
    expect(report.newest).toBeNull()
  })

  it('pools the evidence of an area: three right on one skill and one wrong on the other', () => {
    const right = Array.from({ length: 3 }, () => judged(['two-sided'], 100, 100))
    const report = gapReport(tree, [...right, judged(['vat'], 0, 100)], now)
    const [entries] = report.areas
    expect(entries?.mastery.alpha).toBe(4)
    expect(entries?.mastery.beta).toBe(2)
    expect(entries?.skills.map(({ mastery }) => mastery.standing)).toEqual(['secure', 'unproven'])
    expect(entries?.skills[1]?.mastery.once).toBe('miss')
  })

  it('takes the criteria of one step for one piece: a gap needs two', () => {
    const missed = judged(['vat'], 0, 100)
    const again = { ...judged(['vat'], 0, 100), stepId: missed.stepId }
    const standingOf = (...evidence: JudgedCriterion[]) =>
      gapReport(tree, evidence, now).areas[0]?.skills[1]?.mastery.standing
    expect(standingOf(missed, again)).toBe('unproven')
    expect(standingOf(missed, judged(['vat'], 0, 100))).toBe('gap')
    // The same step in another sitting is another piece.
    expect(standingOf(missed, { ...again, sittingId: 's2' })).toBe('gap')
  })

  it('calls an area secure only where something is known of half of its skills, and counts a criterion once', () => {
    const wide = structuredClone(tree)
    wide.areas[0]!.skills.push({ ...wide.areas[0]!.skills[1]!, id: 'dates' })
    const areaOf = (...evidence: JudgedCriterion[]) => gapReport(wide, evidence, now).areas[0]
    const right = (...skills: string[]) => Array.from({ length: 4 }, () => judged(skills, 100, 100))
    expect(areaOf(...right('two-sided'))).toMatchObject({ mastery: { standing: 'unproven' }, count: 4 })
    expect(areaOf(...right('two-sided'), ...right('vat'))).toMatchObject({ mastery: { standing: 'secure' }, count: 8 })
    expect(areaOf(...right('two-sided', 'vat'))).toMatchObject({ mastery: { standing: 'secure' }, count: 4 })
  })

  it('shares evidence among the skills a criterion names, and ages it', () => {
    const ago90 = '2026-08-26T12:00:00.000Z'
    const [entries] = gapReport(tree, [judged(['two-sided', 'vat'], 50, 100, ago90)], now).areas
    expect(entries?.skills[0]?.mastery.alpha).toBeCloseTo(1.125, 10)
    expect(entries?.skills[0]?.mastery.beta).toBeCloseTo(1.125, 10)
  })

  it('puts gaps before what is unproven, and the larger weighted distance first', () => {
    const missed = (skill: string) => [judged([skill], 0, 100), judged([skill], 0, 100)]
    expect(order([...missed('accrued'), ...missed('prepaid')])).toEqual(['prepaid', 'accrued', 'two-sided', 'vat'])
  })

  it('puts a prerequisite before what needs it, however close it is', () => {
    const evidence = [judged(['prepaid'], 0, 100), judged(['two-sided'], 30, 100)]
    expect(order(evidence).slice(0, 2)).toEqual(['two-sided', 'prepaid'])
  })

  it('leaves secure skills out', () => {
    expect(order(Array.from({ length: 3 }, () => judged(['two-sided'], 100, 100)))).not.toContain('two-sided')
  })

  it('counts what recurs', () => {
    const [entries] = gapReport(
      tree,
      ['wrong-side', 'wrong-amount', 'wrong-side'].map(fault => judged(['vat'], 0, 100, now, fault)),
      now,
    ).areas
    expect(entries?.skills[1]?.faults).toEqual([
      { fault: 'wrong-side', times: 2 },
      { fault: 'wrong-amount', times: 1 },
    ])
  })
})

describe('a skill tree', () => {
  it('is refused when a need is missing or goes in a circle', () => {
    const bad = structuredClone(tree)
    bad.areas[0]!.skills[0]!.needs = ['vat', 'nowhere']
    expect(proveTree(bad)).toEqual([
      "two-sided needs nowhere, which doesn't exist.",
      'two-sided needs itself, by way of others.',
      'vat needs itself, by way of others.',
    ])
    expect(proveTree(tree)).toEqual([])
  })
})

describe('several trades', () => {
  const office = skillTree.parse({
    id: 'office',
    title: 'Office work',
    areas: [
      {
        id: 'sheets',
        title: 'Sheets',
        skills: [
          { id: 'totals', title: 'Totals', can: '…', weight: 3 },
          { id: 'charts', title: 'Charts', can: '…' },
        ],
      },
    ],
  })

  it('are reported each by itself, and closed first in one order', () => {
    const wrong = (skill: string) => Array.from({ length: 3 }, () => judged([skill], 0, 100))
    const { trades, closeFirst } = gapReports([tree, office], [...wrong('prepaid'), ...wrong('totals')], now)
    expect(trades.map(({ trade, criteria }) => [trade, criteria])).toEqual([
      ['bookkeeping', 3],
      ['office', 3],
    ])
    // Both gaps lie equally far from the target; weight 3 comes before weight 2, then what nobody knows yet.
    expect(closeFirst.map(({ skill }) => skill.id).slice(0, 2)).toEqual(['totals', 'prepaid'])
    expect(closeFirst).toHaveLength(6)
  })

  it('begin with the gaps of the trade that was practised last', () => {
    const wrong = (skill: string, at: string) => Array.from({ length: 3 }, () => judged([skill], 0, 100, at))
    const earlier = '2026-11-20T12:00:00.000Z'
    const first = (books: string, sheets: string) =>
      gapReports([tree, office], [...wrong('prepaid', books), ...wrong('totals', sheets)], now).closeFirst.map(
        ({ skill }) => skill.id,
      )
    expect(first(now, earlier)).toEqual(['prepaid', 'totals', 'two-sided', 'vat', 'accrued', 'charts'])
    expect(first(earlier, now).slice(0, 3)).toEqual(['totals', 'prepaid', 'charts'])
  })

  it('count as the programme says, else as the papers given, else the first', () => {
    const ids = (...args: Parameters<typeof treesOf>): string[] => treesOf(...args).map(({ id }) => id)
    const trees = [tree, office]
    expect(ids(['office'], ['bookkeeping'], trees)).toEqual(['office'])
    expect(ids(null, ['office', 'bookkeeping', 'office'], trees)).toEqual(['bookkeeping', 'office'])
    expect(ids(null, [], trees)).toEqual(['bookkeeping'])
    expect(ids(['network'], [], trees)).toEqual(['bookkeeping'])
  })

  it('have no skill in common', () => {
    const twice = skillTree.parse({ ...office, areas: [{ ...office.areas[0], skills: tree.areas[0]!.skills }] })
    expect(proveTrees([tree, office])).toEqual([])
    expect(proveTrees([tree, twice])).toContain('The skill vat stands in bookkeeping and in office.')
  })
})
