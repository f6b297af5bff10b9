import { z } from 'zod'

/**
 * What the system check of a device measured. It is kept with the start; nothing is decided by it but that it was
 * run.
 */
export const systemCheckReport = z.strictObject({
  passed: z.boolean(),
  storage: z.enum(['kept', 'memory-only', 'full']),
  clockOffsetMs: z.number(),
  roundTripMs: z.number(),
  width: z.number(),
  height: z.number(),
  microphone: z.enum(['not-needed', 'works', 'missing']),
  /** How many voices there are that can read aloud; absent where nobody looked. */
  voices: z.int().min(0).optional(),
})
export type SystemCheckReport = z.infer<typeof systemCheckReport>

/**
 * What the tests need to say yes. Sources: the bench is laid out for 1024 px at least; beyond two seconds a check
 * feels stuck.
 */
const LIMITS = { width: 1024, height: 600, roundTripMs: 2000, clockOffsetMs: 5 * 60_000 }

export interface Advice {
  test: 'storage' | 'clock' | 'round-trip' | 'screen' | 'microphone' | 'voices' | 'pop-ups'
  /** `no` stands in the way; `note` is worth knowing. */
  verdict: 'yes' | 'note' | 'no'
  says: string
}

/** What the measurements mean, in plain words. */
export function adviseOn(report: Omit<SystemCheckReport, 'passed'>): Advice[] {
  const offset = Math.round(Math.abs(report.clockOffsetMs) / 1000)
  const trip = Math.round(report.roundTripMs)
  return [
    {
      'kept': { test: 'storage', verdict: 'yes', says: 'This browser keeps unsent work if the page closes.' },
      'memory-only': {
        test: 'storage',
        verdict: 'note',
        says:
          'This browser keeps nothing once the page closes (a private window, perhaps). ' +
          'Work is saved on the server as you go; keep the page open if the connection fails.',
      },
      'full': {
        test: 'storage',
        verdict: 'note',
        says:
          'This device’s storage is full. Work is saved on the server as you go; ' +
          'free some space, or keep the page open if the connection fails.',
      },
    }[report.storage] as Advice,
    Math.abs(report.clockOffsetMs) <= LIMITS.clockOffsetMs
      ? {
          test: 'clock',
          verdict: 'yes',
          says: `This device’s clock is ${offset} s off. Only the server’s time counts.`,
        }
      : {
          test: 'clock',
          verdict: 'note',
          says:
            `This device’s clock is ${Math.round(offset / 60)} min off. ` +
            'Only the server’s time counts, and the bench shows that.',
        },
    report.roundTripMs <= LIMITS.roundTripMs
      ? { test: 'round-trip', verdict: 'yes', says: `The server answers in ${trip} ms.` }
      : {
          test: 'round-trip',
          verdict: 'note',
          says: `The server takes ${(trip / 1000).toFixed(1)} s to answer. Work goes on meanwhile; verdicts take that long.`,
        },
    report.width >= LIMITS.width && report.height >= LIMITS.height
      ? { test: 'screen', verdict: 'yes', says: `The window is ${report.width} by ${report.height} pixels.` }
      : {
          test: 'screen',
          verdict: 'no',
          says:
            `The window is ${report.width} by ${report.height} pixels; ` +
            `the bench needs ${LIMITS.width} by ${LIMITS.height}. Make it larger or zoom out, then test again.`,
        },
    {
      'not-needed': { test: 'microphone', verdict: 'yes', says: 'No microphone is needed.' },
      'works': { test: 'microphone', verdict: 'yes', says: 'The microphone gives sound.' },
      'missing': {
        test: 'microphone',
        verdict: 'no',
        says: 'No microphone could be used. Plug one in and allow this page to use it, then test again.',
      },
    }[report.microphone] as Advice,
    report.voices === 0
      ? {
          test: 'voices',
          verdict: 'note',
          says: 'No voice is installed on this device: nothing can be read aloud. All else works.',
        }
      : { test: 'voices', verdict: 'yes', says: 'A voice can read texts aloud, where the paper allows that.' },
    { test: 'pop-ups', verdict: 'yes', says: 'No pop-up windows are needed.' },
  ]
}

/** Whether a sitting can be started on the device: nothing stands in the way. */
export function passes(report: Omit<SystemCheckReport, 'passed'>): boolean {
  return adviseOn(report).every(({ verdict }) => verdict !== 'no')
}
