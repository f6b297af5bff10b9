import { z } from 'zod'
import { areaAddress } from '../../addresses'
import { chart } from './chart'
import { checkedInput } from './checked-input'
import { filter } from './filter'
import { marking } from './marking'
import { page, plainPage } from './page'
import { table } from './table'

/** What lies on a sheet besides its cells and how they look: plain data, which moves along with the cells. */
export const features = z.strictObject({
  merged: z.array(areaAddress),
  /** Counted from 0. */
  hidden: z.strictObject({ rows: z.array(z.int()), columns: z.array(z.int()) }),
  filter: filter.nullable(),
  inputs: z.array(checkedInput),
  /** The first that says something about a part of the look decides on it. */
  markings: z.array(marking),
  charts: z.array(chart),
  tables: z.array(table).default([]),
  page,
  /** Whether cells can’t be changed, but for those that are left open. */
  locked: z.boolean(),
})
export type Features = z.infer<typeof features>

export const noFeatures: Features = {
  merged: [],
  hidden: { rows: [], columns: [] },
  filter: null,
  inputs: [],
  markings: [],
  charts: [],
  tables: [],
  page: plainPage,
  locked: false,
}
