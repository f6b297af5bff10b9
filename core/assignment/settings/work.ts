import { z } from 'zod'
import { ruleOverrides } from './rules'
import { setting } from './setting'

/** How it is at work. */
export const work = {
  /** Their fields and words are those of each rule. */
  rules: setting({
    schema: ruleOverrides.default({}),
    form: null,
    bites: 'they hold instead of the paper’s',
    rests: 'the paper’s hold',
  }),
  /** Minutes of work before which the paper can't be handed in. */
  handInFromMinute: setting({
    schema: z.int().min(0).max(600).default(0),
    form: { kind: 'number', id: 'early', label: 'Hand in from minute', min: 0, max: 600 },
    cover: {
      fact: 'The end',
      says: (minute, { minutes, closesAt, settings: { sign } }) => {
        const early = minute > 0 ? `you may hand in from minute ${minute} on` : 'you may hand in at any time'
        const signed = sign ? ', with your name as signature' : ''
        const end = minutes === null ? (closesAt === null ? '' : 'it closes') : 'time is up'
        return `${early}${signed}${end && `; when ${end}, what you have done is handed in by itself`}`
      },
    },
    bites: 'not before, pauses left out',
    rests: 'at any time',
  }),
  contact: setting({
    schema: z.string().trim().max(200).default('your trainer'),
    form: { kind: 'text', label: 'Whom to ask', most: 200 },
    cover: { fact: 'Whom to ask', says: contact => contact },
    bites: 'cover and bench say whom to ask',
    rests: 'the trainer, unless somebody is named',
  }),
  /** Whether a trainee may leave and come back; if not, leaving ends the sitting. */
  resume: setting({
    schema: z.boolean().default(true),
    form: { kind: 'check', label: 'may leave and come back' },
    cover: {
      fact: 'Leaving',
      says: (resume, { minutes }) =>
        resume
          ? `you may leave and come back${minutes === null ? '' : ' while its time lasts'}`
          : 'leaving ends the sitting',
    },
    bites: 'without it, leaving ends the sitting',
    rests: 'with it, leaving ends nothing',
  }),
  secondWindow: setting({
    schema: z.boolean().default(true),
    form: { kind: 'check', label: 'other windows may be open' },
    cover: {
      fact: 'Allowed beside you',
      says: secondWindow => `other windows ${secondWindow ? 'may be open' : 'may not be open'}`,
    },
    bites: 'cover and bench say that no other window may be open',
    rests: 'they say that others may',
  }),
  /** The trainee types their name when handing in. */
  sign: setting({
    schema: z.boolean().default(false),
    form: { kind: 'check', label: 'signed by name when handed in' },
    cover: null,
    bites: 'the own name is typed, and stands on the receipt',
    rests: 'no name is asked',
  }),
}
