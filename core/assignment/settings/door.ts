import { z } from 'zod'
import { slug } from '../../paper/schema'
import { chosen, setting } from './setting'

/** Something that a trainee fills in before starting. */
const detail = z.strictObject({
  id: slug,
  label: z.string().trim().min(1).max(80),
  required: z.boolean().default(true),
})
type Detail = z.infer<typeof detail>

/** Details are written as labels; their ids follow from these. */
const IF_THEY_LIKE = /\s*\(if they like\)$/
const detailLines = (details: readonly Detail[]): string[] =>
  details.map(({ label, required }) => (required ? label : `${label} (if they like)`))
const detailsFrom = (lines: readonly string[]): Detail[] =>
  lines.map((line, index) => ({
    id: `detail-${index + 1}`,
    label: line.replace(IF_THEY_LIKE, ''),
    required: !IF_THEY_LIKE.test(line),
  }))

/** What is asked at the door. The cover tells each as something to be done there. */
export const door = {
  /** Name of the room it is sat in; empty for anywhere. */
  room: setting({
    schema: z.string().trim().max(60).default(''),
    form: {
      kind: 'choice',
      label: 'Room',
      offered: 'rooms',
      clearable: true,
      placeholder: 'anywhere',
      nothingToChoose: 'anywhere; add rooms on the page Rooms',
      from: room => (typeof room === 'string' ? room : ''),
    },
    bites: 'the sitting is on the board of its room',
    rests: 'a sitting anywhere is on no board',
  }),
  /** Empty for none. */
  accessCode: setting({
    schema: z.string().trim().max(40).default(''),
    form: { kind: 'text', id: 'code', label: 'Access code', most: 40, figure: true, placeholder: 'none' },
    bites: 'a wrong code doesn’t open, and that of another room says which is meant',
    rests: 'the right one does, in any case of letters; without a code none is asked',
  }),
  codeFrom: setting({
    schema: z.enum(['trainee', 'invigilator']).default('trainee'),
    form: {
      kind: 'choice',
      id: 'code-from',
      label: 'Entered by',
      choices: chosen({ trainee: 'the trainee', invigilator: 'the invigilator' }),
    },
    bites: 'only the invigilator enters it, and the trainee never sees it',
    rests: 'the trainee enters it',
  }),
  /** Seconds for reading the instructions before the sitting may start. */
  readingSeconds: setting({
    schema: z.int().min(0).max(3600).default(0),
    form: { kind: 'number', id: 'reading', label: 'Reading time, seconds', min: 0, max: 3600 },
    bites: 'the start waits until they have passed, however often the page is opened',
    rests: 'the start doesn’t wait',
  }),
  /** An invigilator lets each person in. */
  admission: setting({
    schema: z.boolean().default(false),
    form: { kind: 'check', label: 'the invigilator lets each person in' },
    bites: 'nobody starts before they are let in',
    rests: 'nobody has to be let in',
  }),
  systemCheck: setting({
    schema: z.boolean().default(false),
    form: { kind: 'check', label: 'system check' },
    bites: 'it has to be run, and passed',
    rests: 'it isn’t asked',
  }),
  /** Of the system check: a task needs the microphone. */
  microphone: setting({
    schema: z.boolean().default(false),
    form: { kind: 'check', label: 'with microphone', idleWithout: 'systemCheck' },
    bites: 'the cover asks the device for one',
    rests: 'none is needed',
  }),
  conditions: setting({
    schema: z.array(z.string().trim().min(1).max(300)).max(10).default([]),
    form: { kind: 'lines', label: 'Conditions to accept', hint: 'One a line' },
    bites: 'they are accepted first',
    rests: 'there are none to accept',
  }),
  details: setting({
    schema: z.array(detail).max(6).default([]),
    form: {
      kind: 'lines',
      label: 'Details to fill in',
      hint: 'One a line; add “(if they like)” where it may stay empty',
      to: details => detailLines(details as Detail[]),
      from: lines => detailsFrom(lines as string[]),
    },
    bites: 'what is required is filled in, and kept with the start',
    rests: 'what isn’t required may stay empty',
  }),
}
