import { z } from 'zod'
import type { Finding } from '../../tool'
import { placeAddress } from '../addresses'
import { areaName } from '../formula/references'
import type { SheetState } from '../state'
import { placeIn } from '../workbook/places'
import { finding, placesOf } from './places'

/** A note on a cell with a word in it. */
export const notedCheck = z.strictObject({ kind: z.literal('noted'), at: placeAddress, with: z.string().min(1) })
export type NotedCheck = z.infer<typeof notedCheck>

/** Where a cell leads to. */
export const linkedCheck = z.strictObject({ kind: z.literal('linked'), at: placeAddress, to: z.string().min(1) })
export type LinkedCheck = z.infer<typeof linkedCheck>

/** Cells that have been made one. */
export const mergedCheck = z.strictObject({ kind: z.literal('merged'), at: placeAddress })
export type MergedCheck = z.infer<typeof mergedCheck>

export function judgeNoted({ workbook }: SheetState, check: NotedCheck): Finding {
  const [place] = placesOf(workbook, check.at)
  const text = place?.sheet.notes.at(place.row, place.column)
  const met = text?.toLowerCase().includes(check.with.toLowerCase()) ?? false
  const found = text === undefined ? 'There is no note.' : `The note “${text.slice(0, 200)}”.`
  return finding(
    met,
    `A note on ${check.at.replace('!', ' ')} with “${check.with}”.`,
    found,
    text === undefined ? 'note-missing' : 'other-note',
  )
}

const target = (link: string): string => link.replaceAll('$', '').replace(/\/$/, '').toLowerCase()

export function judgeLinked({ workbook }: SheetState, check: LinkedCheck): Finding {
  const [place] = placesOf(workbook, check.at)
  const link = place?.sheet.links.at(place.row, place.column)
  const met = link !== undefined && target(link) === target(check.to)
  const found = link === undefined ? 'It leads nowhere.' : `It leads to ${link}.`
  return finding(
    met,
    `${check.at.replace('!', ' ')} leads to ${check.to}.`,
    found,
    link === undefined ? 'link-missing' : 'other-link',
  )
}

export function judgeMerged({ workbook }: SheetState, { at }: MergedCheck): Finding {
  const area = placeIn(workbook, at)
  const merged = area ? (workbook.sheets[area.sheet]?.features.merged ?? []) : []
  const met = area !== null && merged.includes(areaName(area))
  const found = merged.length === 0 ? 'No cell is merged.' : `Merged: ${merged.slice(0, 6).join(', ')}.`
  return finding(met, `${at.replace('!', ' ')} made one cell.`, found, 'not-merged')
}
