import { Holds, MOST_PAGES, pdfAnew, TooManyPages } from './documents'
import { TooManyPoints } from './jpeg'
import { MOST_POINTS, photoAnew, pngAnew } from './pictures'

export interface FileAnew {
  type: string
  content: Uint8Array
}

/** A file as it is kept, or why it isn’t taken: what is wrong with it, and the HTTP status that says the same. */
export type Anew = FileAnew | { status: number; code: string; why: string }

interface Kind {
  type: string
  said: string
  /** What a file of it begins with: nothing else is taken, whatever its name says. */
  begins: number[]
  write(content: Uint8Array): Uint8Array | Promise<Uint8Array>
}

const kinds: Kind[] = [
  { type: 'image/jpeg', said: 'JPEG photo', begins: [0xff, 0xd8, 0xff], write: photoAnew },
  {
    type: 'image/png',
    said: 'PNG picture',
    begins: [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a],
    write: pngAnew,
  },
  { type: 'application/pdf', said: 'PDF', begins: [0x25, 0x50, 0x44, 0x46, 0x2d], write: pdfAnew },
]

/**
 * What somebody sent, written anew from what can be seen in it, so that nothing else is kept and it can’t be two
 * things at once. Takes up to a few seconds for what is large.
 */
export async function anew(content: Uint8Array): Promise<Anew> {
  const kind = kinds.find(({ begins }) => begins.every((byte, index) => content[index] === byte))
  const refused = (status: number, code: string, why: string): Anew => ({
    status,
    code,
    why: `${why} Nothing was taken.`,
  })
  if (!kind) return refused(415, 'wrong-type', `This isn’t a ${kinds.map(({ said }) => said).join(', a ')}.`)
  try {
    return { type: kind.type, content: await kind.write(content) }
  } catch (error) {
    if (error instanceof TooManyPoints)
      return refused(413, 'too-large', `This picture has more than ${MOST_POINTS / 1_000_000} million points.`)
    if (error instanceof TooManyPages)
      return refused(413, 'too-large', `This document has more than ${MOST_PAGES} pages.`)
    if (error instanceof Holds)
      return refused(422, 'holds-more', `This PDF holds ${error.message}; only pages to look at are taken.`)
    return refused(422, 'not-readable', `This ${kind.said} can’t be read: it is damaged, or isn’t one.`)
  }
}
