import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { sure } from '../../../ground/sure'

/** A file that can’t be read as what it says it is, in words for who chose it. */
export class UnreadableFile extends Error {}

/** At most so many bytes as it lies on the disk, and unpacked. */
const MOST_PACKED = 20 * 1024 * 1024
const MOST_UNPACKED = 160 * 1024 * 1024
const MOST_PARTS = 2000
/** Small files may unpack to so much; larger ones to so many times what they are: tables of cells come to thirty. */
const FREELY_UNPACKED = 20 * 1024 * 1024
const MOST_TIMES = 100

export type Parts = Map<string, Uint8Array>

const inMegabytes = (bytes: number): string => `${(bytes / 1024 / 1024).toFixed(1)} MB`

/** Throws an UnreadableFile for a file that is too large to be looked at. */
export function checkSize(bytes: Uint8Array): void {
  if (bytes.length > MOST_PACKED)
    throw new UnreadableFile(
      `This file has ${inMegabytes(bytes.length)}; at most ${inMegabytes(MOST_PACKED)} are taken.`,
    )
}

/**
 * The parts of a zipped document by their names. What they would unpack to is added up before anything is unpacked, and
 * so is what they take packed: parts that lie over each other come to more than the file. Throws an UnreadableFile for
 * what is too large, no archive, or broken.
 */
export function partsOf(bytes: Uint8Array): Parts {
  checkSize(bytes)
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b) throw new UnreadableFile('This is no zipped document.')
  let [packed, unpacked, count] = [0, 0, 0]
  const most = Math.min(MOST_UNPACKED, Math.max(FREELY_UNPACKED, bytes.length * MOST_TIMES))
  try {
    const files = unzipSync(bytes, {
      filter: ({ name, size, originalSize }) => {
        count += 1
        packed += size
        unpacked += originalSize
        if (packed > bytes.length) throw new UnreadableFile('Parts of this file lie over each other.')
        if (count > MOST_PARTS) throw new UnreadableFile(`This file has more than ${MOST_PARTS} parts.`)
        if (unpacked > most) throw new UnreadableFile(`Unpacked, this file would have more than ${inMegabytes(most)}.`)
        if (name.startsWith('/') || name.split('/').includes('..'))
          throw new UnreadableFile('A part of this file would lie outside of it.')
        return !name.endsWith('/')
      },
    })
    return new Map(Object.entries(files))
  } catch (fault) {
    if (fault instanceof UnreadableFile) throw fault
    throw new UnreadableFile('This file is broken: it can’t be unpacked.')
  }
}

/** A part as text; null where there is none. Throws an UnreadableFile for XML that brings definitions of its own. */
export function textOf(parts: Parts, name: string): string | null {
  const bytes = parts.get(name)
  if (!bytes) return null
  const text = strFromU8(bytes)
  if (text.includes('<!DOCTYPE') || text.includes('<!ENTITY'))
    throw new UnreadableFile('A part of this file defines entities of its own.')
  return text
}

/** The archive of these parts. `first` lie unpacked at its beginning, in this order. */
export function zipped(parts: Parts, first: readonly string[] = []): Uint8Array {
  const names = [...first.filter(name => parts.has(name)), ...[...parts.keys()].filter(name => !first.includes(name))]
  const files = names.map(name => [name, [sure(parts.get(name)), { level: first.includes(name) ? 0 : 6 }]] as const)
  return zipSync(Object.fromEntries(files) as Parameters<typeof zipSync>[0], { mtime: new Date(Date.UTC(2027, 0, 1)) })
}

export const asBytes = (text: string): Uint8Array => strToU8(text)
