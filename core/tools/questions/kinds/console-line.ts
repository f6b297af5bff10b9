import { z } from 'zod'
import { sure } from '../../../ground/sure'
// What is typed is a line of the network’s console, read as it reads it.
/* eslint-disable import-x/no-restricted-paths */
import { readLine } from '../../network/console/reading'
import { device } from '../../network/site'
/* eslint-enable import-x/no-restricted-paths */
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import { partId } from '../answers/options'

const MOST = 200

const part = z.strictObject({
  kind: z.literal('console-line'),
  id: partId,
  /** At which device it would be typed. */
  device: device.omit({ at: true }),
})
export type ConsoleLinePart = z.infer<typeof part>

const answer = z.string().max(MOST)
const key = z.strictObject({
  kind: z.literal('console-line'),
  /** Lines that do what is asked for; what means the same is right, however it is written. */
  is: z.array(z.string().min(1).max(MOST)).min(1),
})

type Reading = ReturnType<typeof readLine>
export const readingOf = ({ device: one }: ConsoleLinePart, line: string): Reading =>
  readLine({ ...one, at: { x: 0, y: 0 } }, line)

/** What is wrong with a line, and with which word; null where a device would understand it. */
export function misreading(given: ConsoleLinePart, line: string): string | null {
  const read = readingOf(given, line)
  if (read.kind !== 'misread') return null
  const word = /^\S+/.exec(line.slice(read.at))?.[0]
  return `${word === undefined ? 'at the end' : `“${word}”`}: expected ${read.expected}`
}

/** A line as it would be typed in a device’s console. */
export const consoleLine = {
  part,
  answer,
  key,
  contradiction: () => null,
  refusal: (_, line) => (/[\r\n]/.test(line) ? 'A console takes one line.' : null),
  progress: (_, line) => {
    const typed = (line ?? '').trim() !== ''
    return { complete: typed, words: typed ? 'typed' : 'nothing typed yet' }
  },
  judge(given, line, { is }) {
    const expected = `${sure(is[0])}.`
    if (line === null || line.trim() === '') return unanswered(expected)
    const wrong = misreading(given, line)
    if (wrong) return wholly(false, expected, `${given.device.name} doesn’t understand it: ${wrong}.`, 'misread')
    const meaning = (text: string): string => JSON.stringify(readingOf(given, text))
    const met = is.some(right => meaning(right) === meaning(line))
    return wholly(met, expected, `${line.trim()}.`, 'other-line')
  },
  sentence: (_, line) => `“${line}”`,
} satisfies QuestionKind<ConsoleLinePart, string, z.infer<typeof key>>
