import { areaName, blocksOverlap } from '../formula/references'
import type { Placed } from '../workbook/cells'
import { blockAt } from '../addresses'
import { withFeatures, withSheet } from '../workbook/workbook'
import type { Input, Workbook } from '../workbook/workbook'
import { areaIn, cellsIn, Refusal, sheetIn, sizeOf } from './refusal'

const MOST_MERGED = 1000

/** Makes one cell of several. Only the first keeps what it holds. */
export function merge(workbook: Workbook, name: string, address: string): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const area = areaIn(sheet, address, place)
  if (sizeOf(area) < 2) throw new Refusal('Select several cells to be made one.')
  const others = sheet.features.merged.filter(one => !blocksOverlap(blockAt(one), area))
  if (others.length >= MOST_MERGED) throw new Refusal(`A sheet has at most ${MOST_MERGED} merged cells.`)
  const emptied: Placed<Input>[] = []
  for (const [row, column] of cellsIn(area))
    if (row !== area.top || column !== area.left) emptied.push([row, column, undefined])
  const features = { ...sheet.features, merged: [...others, areaName(area)] }
  return withSheet(workbook, place, { ...sheet, inputs: sheet.inputs.with(emptied), features })
}

/** Makes the merged cells of an area single ones again. */
export function unmerge(workbook: Workbook, name: string, address: string): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const area = areaIn(sheet, address, place)
  const merged = sheet.features.merged.filter(one => !blocksOverlap(blockAt(one), area))
  if (merged.length === sheet.features.merged.length) throw new Refusal('No cell is merged here.')
  return withFeatures(workbook, place, { merged })
}

/** Throws a Refusal where merged cells would be torn apart. */
export function checkUnmerged(workbook: Workbook, name: string, address: string, doing: string): void {
  const { place, sheet } = sheetIn(workbook, name)
  const area = areaIn(sheet, address, place)
  const torn = sheet.features.merged.find(one => blocksOverlap(blockAt(one), area))
  if (torn) throw new Refusal(`${torn} is merged: make it single cells before ${doing}.`)
}
