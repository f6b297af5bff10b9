import { textSizes, themes } from '../assignment/appearance'

/** Where a device keeps them. */
export const KEPT_LOOKS = 'anvil-looks'
/** The size of a page’s letters, where it isn’t the usual one. */
export const LETTERS = { usual: '', large: '17.5px', largest: '20px' } as const
export const lineSpacings = ['usual', 'wide', 'widest'] as const
/** Of the voice that reads aloud: 1 is its usual one. */
export const SPEEDS = { least: 0.5, most: 2, usual: 1 } as const

/** How a person wants pages to look and to be read. What they leave open is as it was set up for them. */
export interface Looks {
  theme: (typeof themes)[number] | null
  textSize: (typeof textSizes)[number] | null
  lineSpacing: (typeof lineSpacings)[number]
  readingRuler: boolean
  speed: number
}

export const plainLooks: Looks = {
  theme: null,
  textSize: null,
  lineSpacing: 'usual',
  readingRuler: false,
  speed: SPEEDS.usual,
}

const oneOf = <One extends string, Else>(found: unknown, ones: readonly One[], usual: Else): One | Else =>
  ones.find(one => one === found) ?? usual

/** What a device kept: what of it can't be read is as usual. It stands in every page, so it needs no schema. */
export function keptLooks(text: string): Looks {
  let found: unknown
  try {
    found = JSON.parse(text)
  } catch {
    return plainLooks
  }
  if (typeof found !== 'object' || found === null) return plainLooks
  const { theme, textSize, lineSpacing, readingRuler, speed } = found as Record<keyof Looks, unknown>
  return {
    theme: oneOf(theme, themes, plainLooks.theme),
    textSize: oneOf(textSize, textSizes, plainLooks.textSize),
    lineSpacing: oneOf(lineSpacing, lineSpacings, plainLooks.lineSpacing),
    readingRuler: readingRuler === true,
    speed: typeof speed === 'number' && speed >= SPEEDS.least && speed <= SPEEDS.most ? speed : plainLooks.speed,
  }
}
