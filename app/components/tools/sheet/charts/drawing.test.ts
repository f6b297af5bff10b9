import { describe, expect, it } from 'vitest'
import { drawingOf } from './drawing'
import type { ChartSeen } from '../../../../../core/tools/sheet/charting'

const size = { width: 400, height: 240 }
const chart: ChartSeen = {
  id: 1,
  kind: 'columns',
  title: 'Fees',
  across: '',
  up: '',
  legend: false,
  labels: ['rack', 'mooring', 'swinging'],
  places: [1, 2, 3],
  series: [{ name: 'Fee', line: false, values: [100, 400, null] }],
  number: '£#,##0',
}

describe('a drawing', () => {
  it('has bars as high as their figures from nothing up, and none for what is no number', () => {
    const { bars, nothing, side } = drawingOf(chart, size)
    expect(bars.map(({ label, value }) => `${label} ${value}`)).toEqual(['rack £100', 'mooring £400'])
    expect(bars[1]!.height).toBeCloseTo(bars[0]!.height * 4, 6)
    for (const bar of bars) expect(bar.y + bar.height).toBeCloseTo(nothing, 6)
    expect(side.map(({ text }) => text)).toEqual(['£0', '£100', '£200', '£300', '£400'])
  })

  it('lets figures below nothing hang down', () => {
    const { bars, nothing } = drawingOf({ ...chart, series: [{ name: '', line: false, values: [50, -50, 0] }] }, size)
    expect(bars[0]!.y + bars[0]!.height).toBeCloseTo(nothing, 6)
    expect(bars[1]!.y).toBeCloseTo(nothing, 6)
    expect(bars[2]!.height).toBe(0)
  })

  it('lays bars along, one line for each name', () => {
    const { bars, side } = drawingOf({ ...chart, kind: 'bars' }, size)
    expect(side.map(({ text }) => text)).toEqual(['rack', 'mooring', 'swinging'])
    expect(bars[1]!.width).toBeCloseTo(bars[0]!.width * 4, 6)
  })

  it('draws a line through what is there, and breaks it where nothing is', () => {
    const values = [1, 2, null, 4]
    const line = {
      ...chart,
      kind: 'line' as const,
      labels: ['a', 'b', 'c', 'd'],
      series: [{ name: '', line: false, values }],
    }
    const { lines, dots, bars } = drawingOf(line, size)
    expect(lines[0]!.path.match(/M/g)).toHaveLength(2)
    expect([dots.length, bars.length]).toEqual([3, 0])
  })

  it('combines columns with a line', () => {
    const series = [...chart.series, { name: 'Mean', line: true, values: [250, 250, 250] }]
    const { bars, lines } = drawingOf({ ...chart, kind: 'combined', series }, size)
    expect([bars.length, lines.map(({ series: nth }) => nth)]).toEqual([2, [1]])
  })

  it('gives each part of a pie its share; what is below nothing has none', () => {
    const pie = { ...chart, kind: 'pie' as const, series: [{ name: '', line: false, values: [100, 300, -5] }] }
    expect(drawingOf(pie, size).slices.map(({ share }) => share)).toEqual(['25%', '75%', ''])
  })

  it('puts points where their figures say', () => {
    const points = {
      ...chart,
      kind: 'points' as const,
      places: [10, 20, null],
      series: [{ name: '', line: false, values: [1, 2, 3] }],
    }
    const { dots, plot } = drawingOf(points, size)
    expect(dots).toHaveLength(2)
    expect([dots[0]!.x, dots[1]!.x]).toEqual([plot.left, plot.right])
  })

  it('stays within its size, whatever the names and figures', () => {
    const labels = Array.from({ length: 60 }, (_, at) => `a very long name of a berth ${at}`)
    const values = labels.map((_, at) => (at - 20) * 1e9)
    for (const kind of ['columns', 'bars', 'line', 'points', 'pie', 'combined'] as const) {
      const drawn = drawingOf(
        { ...chart, kind, labels, places: values, series: [{ name: '', line: false, values }] },
        size,
      )
      for (const { x, y, width = 0, height = 0 } of [
        ...drawn.bars,
        ...drawn.dots.map(dot => ({ ...dot, width: 0, height: 0 })),
      ]) {
        expect(Math.min(x, y)).toBeGreaterThanOrEqual(0)
        expect(x + width).toBeLessThanOrEqual(size.width)
        expect(y + height).toBeLessThanOrEqual(size.height)
      }
    }
  })
})
