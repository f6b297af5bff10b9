import { z } from 'zod'
import { moment } from '../../ground/time/moments'
import { chosen, setting } from './setting'

const counting = { best: 'the best', last: 'the last', first: 'the first', average: 'the average' }
const saidOf = {
  best: 'the best one counts',
  last: 'the last one counts',
  first: 'the first one counts',
  average: 'their average counts',
}

/** When a paper can be sat, and how often. Moments are ISO 8601, kept in UTC. */
export const when = {
  opensAt: setting({
    schema: moment.nullable().default(null),
    form: { kind: 'moment', id: 'opens', label: 'Opens' },
    bites: 'nothing starts before',
    rests: 'it starts from then on',
  }),
  /** After it a sitting is late; it may still be started until `closesAt`. */
  dueAt: setting({
    schema: moment.nullable().default(null),
    form: { kind: 'moment', id: 'due', label: 'Due' },
    cover: {
      fact: 'Window',
      says: (_, { dueAt, moment, settings: { latePercent } }) =>
        dueAt === null
          ? ''
          : `due ${moment(dueAt)}; ${
              latePercent > 0
                ? `${latePercent} % are taken off after that`
                : 'later it is marked as late, and nothing is taken off'
            }`,
    },
    bites: 'what is handed in later is late',
    rests: 'what is handed in by then isn’t',
  }),
  closesAt: setting({
    schema: moment.nullable().default(null),
    form: { kind: 'moment', id: 'closes', label: 'Closes' },
    cover: {
      fact: 'Window',
      says: (_, { closesAt, moment }) => (closesAt === null ? 'stays open' : `closes ${moment(closesAt)}`),
    },
    bites: 'nothing starts after, and what runs ends then',
    rests: 'without it the paper stays open',
  }),
  /** Per cent of the score taken off a late sitting. */
  latePercent: setting({
    schema: z.number().min(0).max(100).default(0),
    form: { kind: 'number', id: 'late', label: 'Taken off when late, %', min: 0, max: 100 },
    cover: null,
    bites: 'a fifth comes off a late score: 4.00 is 3.20',
    rests: 'nothing comes off a score in time',
  }),
  sittingsAllowed: setting({
    schema: z.int().min(1).max(50).default(1),
    form: { kind: 'number', id: 'sittings', label: 'Sittings allowed', min: 1, max: 50 },
    cover: { fact: 'Sittings', says: (_, one) => `${one.sittingsUsed} of ${one.sittingsAllowed} used` },
    bites: 'one sitting is one sitting',
    rests: 'two are two',
  }),
  /** Which of several sittings' scores counts. */
  counts: setting({
    schema: z.enum(['best', 'last', 'first', 'average']).default('best'),
    form: { kind: 'choice', label: 'Which score counts', choices: chosen(counting) },
    cover: { fact: 'Sittings', says: (counts, { sittingsAllowed }) => (sittingsAllowed > 1 ? saidOf[counts] : '') },
    bites: 'the last one counts, though an earlier one was better',
    rests: 'the best one counts unless another is named',
  }),
  /** Id of an assignment that must be finished first. */
  after: setting({
    schema: z.string().max(60).nullable().default(null),
    form: {
      kind: 'choice',
      label: 'Only after finishing',
      offered: 'assignments',
      clearable: true,
      placeholder: 'nothing',
    },
    bites: 'the earlier paper is finished first',
    rests: 'it stands alone',
  }),
}
