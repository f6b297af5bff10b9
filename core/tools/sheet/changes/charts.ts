import { z } from 'zod'
import { addChart, changeChart, chartParts, newChart, removeChart } from '../ops/charting'
import { change, on, short } from './change'

export const chartAdd = change(
  'chart.add',
  { ...on, chart: newChart },
  {
    made: (workbook, op) => addChart(workbook, op.sheet, op.chart),
    told: op => `Drew a chart on ${op.sheet}${op.chart.title ? `: ${short(op.chart.title)}` : ''}.`,
  },
)

export const chartChange = change(
  'chart.change',
  { ...on, id: z.int().min(1), change: chartParts },
  {
    made: (workbook, op) => changeChart(workbook, op.sheet, op.id, op.change),
    told: op => `Changed ${Object.keys(op.change).join(', ') || 'nothing'} of a chart on ${op.sheet}.`,
  },
)

export const chartRemove = change(
  'chart.remove',
  { ...on, id: z.int().min(1) },
  {
    made: (workbook, op) => removeChart(workbook, op.sheet, op.id),
    told: op => `Took a chart of ${op.sheet} away.`,
  },
)
