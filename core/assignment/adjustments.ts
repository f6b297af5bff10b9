import { z } from 'zod'
import { aids, trayItem } from '../paper/schema'
import type { SectionRules } from '../paper/schema'
import { allowanceMs, later } from '../ground/time/moments'
import { textSizes, themes } from './appearance'

const trayAids = ['calculator', 'time-value', 'subnets', 'notes'] as const
/** What can be given to a person or taken from them, whatever a section says: aids in the work, and of the tray. */
export const personalAids = [...aids, ...trayAids] as const
export type PersonalAid = (typeof personalAids)[number]
export const aidNames: Record<PersonalAid, string> = {
  'rule-out': 'ruling options out',
  'mark-text': 'marking text',
  'read-aloud': 'read aloud',
  'measure': 'ruler and protractor',
  'zoom': 'enlarging drawings',
  'calculator': 'calculator',
  'time-value': 'money over time',
  'subnets': 'blocks of addresses',
  'notes': 'notes',
}

/** What is set up for one person, in every paper they sit. */
export const adjustments = z.strictObject({
  /** Times the paper's minutes. */
  timeFactor: z.number().min(1).max(4).default(1),
  /** Added after the factor. */
  extraMinutes: z.int().min(0).max(240).default(0),
  /** Minutes of breaks in a sitting that stop the clock. */
  breakMinutes: z.int().min(0).max(120).default(0),
  extraTries: z.int().min(0).max(10).default(0),
  /** Minutes after the closing time in which the person may still sit. */
  laterMinutes: z.int().min(0).max(43_200).default(0),
  textSize: z.enum(textSizes).default('usual'),
  theme: z.enum(themes).nullable().default(null),
  readingRuler: z.boolean().default(false),
  /** Aids that they always have, or never; the rest is as each section says. */
  aids: z.partialRecord(z.enum(personalAids), z.boolean()).default({}),
})
export type Adjustments = z.infer<typeof adjustments>

export const noAdjustments: Adjustments = adjustments.parse({})

/** Whole allowance of a paper in ms for a person; null for a paper without a clock. */
export function allowanceFor(
  minutes: number | null,
  { timeFactor, extraMinutes }: Pick<Adjustments, 'timeFactor' | 'extraMinutes'>,
): number | null {
  return minutes === null ? null : allowanceMs(minutes, timeFactor) + extraMinutes * 60_000
}

/** When the assignment closes for a person, or null if it never does. */
export function closingFor(
  closesAt: string | null,
  { laterMinutes }: Pick<Adjustments, 'laterMinutes'>,
): string | null {
  return closesAt === null ? null : later(closesAt, laterMinutes * 60_000)
}

/** The aids of a section as one person has them. */
export function aidsFor(
  section: Pick<SectionRules, 'aids' | 'tray'>,
  { aids: own }: Pick<Adjustments, 'aids'>,
): Pick<SectionRules, 'aids' | 'tray'> {
  const added = trayAids.filter(aid => own[aid] === true && !section.tray.some(({ kind }) => kind === aid))
  return {
    aids: aids.filter(aid => own[aid] ?? section.aids.includes(aid)),
    tray: [
      ...section.tray.filter(({ kind }) => own[kind as PersonalAid] !== false),
      ...added.map(kind => trayItem.parse({ kind })),
    ],
  }
}

/** The adjustments in words, for those who may see them; empty when there are none. */
export function adjustmentsInWords(one: Adjustments): string[] {
  return [
    one.timeFactor > 1 ? `${Math.round((one.timeFactor - 1) * 100)} % more time` : '',
    one.extraMinutes > 0 ? `${one.extraMinutes} min more time` : '',
    one.breakMinutes > 0 ? `breaks of ${one.breakMinutes} min that stop the clock` : '',
    one.extraTries > 0 ? `${one.extraTries} more ${one.extraTries === 1 ? 'try' : 'tries'} on each step` : '',
    one.laterMinutes > 0 ? `may sit ${one.laterMinutes} min after closing` : '',
    one.textSize === 'usual' ? '' : `${one.textSize === 'large' ? 'large' : 'largest'} text`,
    one.theme === null ? '' : `looks: ${one.theme}`,
    one.readingRuler ? 'reading ruler' : '',
    ...personalAids.map(aid => {
      const has = one.aids[aid]
      return has === undefined ? '' : `${has ? 'always' : 'never'} with ${aidNames[aid]}`
    }),
  ].filter(text => text !== '')
}
