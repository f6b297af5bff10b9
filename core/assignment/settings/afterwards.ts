import { z } from 'zod'
import { moment } from '../../ground/time/moments'
import { chosen, setting } from './setting'

/** What comes after a sitting. */
export const afterwards = {
  results: setting({
    schema: z.enum(['at-end', 'on-date', 'after-release']).default('at-end'),
    form: {
      kind: 'choice',
      label: 'Results show',
      choices: chosen({ 'at-end': 'at once', 'on-date': 'on a date', 'after-release': 'when released' }),
    },
    cover: {
      fact: 'Results',
      says: (results, { moment, settings: { resultsAt, answers } }) => {
        const expected = answers ? 'with what was expected' : 'without the answers'
        if (results === 'at-end') return `at once, ${expected}`
        return results === 'on-date' && resultsAt
          ? `from ${moment(resultsAt)}, ${expected}`
          : `when your trainer releases them, ${expected}`
      },
    },
    bites: 'held until they are released',
    rests: 'shown at once',
  }),
  resultsAt: setting({
    schema: moment.nullable().default(null),
    form: { kind: 'moment', id: 'results-at', label: 'On', shownIf: ['results', 'on-date'] },
    cover: null,
    bites: 'held until the date',
    rests: 'shown from then on',
  }),
  /** How many people mark each answer that no program can; and whether they see whose it is. */
  markers: setting({
    schema: z.union([z.literal(1), z.literal(2)]).default(1),
    form: {
      kind: 'choice',
      label: 'Answers for a person are marked by',
      choices: [
        [1, 'one person'],
        [2, 'two people'],
      ],
    },
    bites: 'two people mark each answer that waits',
    rests: 'one does',
  }),
  namesHidden: setting({
    schema: z.boolean().default(false),
    form: { kind: 'check', label: 'names hidden from markers' },
    bites: 'markers don’t see whose answer it is',
    rests: 'they see it',
  }),
  /** Whether a released result also shows what was expected. */
  answers: setting({
    schema: z.boolean().default(true),
    form: { kind: 'check', id: 'with-answers', label: 'with what was expected' },
    cover: null,
    bites: 'without them the result says nothing of what was expected',
    rests: 'with them it does',
  }),
  rating: setting({
    schema: z.boolean().default(false),
    form: { kind: 'check', label: 'asks for a rating' },
    bites: 'it is asked, taken, and goes to the trainer',
    rests: 'it isn’t asked, and not taken',
  }),
  /** The trainee decides afterwards whether the score counts in place of `unit`'s. */
  optional: setting({
    schema: z.boolean().default(false),
    form: { kind: 'check', label: 'optional, may count for a unit' },
    bites: 'the trainee decides whether it counts, and the marks book shows it',
    rests: 'there is nothing to decide',
  }),
  unit: setting({
    schema: z.string().trim().max(120).default(''),
    form: {
      kind: 'choice',
      label: 'Counts in place of',
      offered: 'units',
      placeholder: 'choose a unit',
      nothingToChoose: 'make a unit first',
      shownIf: ['optional', true],
    },
    cover: null,
    bites: 'an optional paper has to name one',
    rests: 'another one needn’t',
  }),
  /** Photos and PDFs of the work, to be uploaded within so many minutes after the end. */
  evidence: setting({
    schema: z
      .strictObject({
        minutes: z.int().min(1).max(10_080),
        files: z.int().min(1).max(20),
        megabytes: z.int().min(1).max(20),
      })
      .nullable()
      .default(null),
    form: {
      kind: 'figures',
      label: 'evidence of work is uploaded',
      begins: { minutes: 60, files: 3, megabytes: 8 },
      figures: [
        { name: 'minutes', id: 'evidence-min', label: 'Upload within, minutes', max: 10_080 },
        { name: 'files', id: 'evidence-files', label: 'Files', max: 20 },
        { name: 'megabytes', id: 'evidence-mb', label: 'MB each', max: 20 },
      ],
    },
    cover: {
      fact: 'Afterwards',
      says: evidence => (evidence === null ? '' : `upload photos or PDFs of your work within ${evidence.minutes} min`),
    },
    bites: 'so many files of such a size, of the right types, in time',
    rests: 'none is asked, and none taken',
  }),
}
