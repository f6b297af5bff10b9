import type { CoverView } from '~~/core/wire/given'

const counting = {
  best: 'the best one counts',
  last: 'the last one counts',
  first: 'the first one counts',
  average: 'their average counts',
}
const tells = {
  none: 'only whether the step is right',
  which: 'which parts are right',
  why: 'which parts are right, and why the others are not',
}

function time(one: CoverView): string {
  if (one.minutes === null) return 'as long as you need: there is no clock, and the time you used is told afterwards'
  const own =
    one.allowanceMinutes === one.minutes
      ? `${one.minutes} min`
      : `${one.allowanceMinutes} min for you (${one.minutes} min and your extra time)`
  return `${own} in one go; the clock does not stop`
}

function sections(one: CoverView): string {
  const each = one.sections
    .map(({ title, minutes }) => (minutes === null ? title : `${title} (${minutes} min of its own)`))
    .join(', ')
  return one.sections.some(({ movement }) => movement === 'one-way')
    ? `${each}; a section that you leave can’t be opened again`
    : each
}

/** What help there is to ask for, in papers for practice. */
function help(one: CoverView): string {
  const hints =
    one.hintCost > 0
      ? `hints on request, each taking ${format.percent(one.hintCost)} off its step’s points`
      : 'hints on request, free'
  return [one.hints ? hints : '', one.explanations ? 'an explanation once a step has closed' : '']
    .filter(text => text !== '')
    .join('; ')
}

function tries(one: CoverView): string {
  if (one.answers === 'settled')
    return [
      'none: you settle each step, and it is marked when you hand in',
      one.unsettle ? 'a settled step can be opened again' : 'a settled step stays settled',
    ].join('; ')
  const { fewest, most } = one.tries
  const weights = one.tryWeights.every(weight => weight === 1)
    ? 'a later try counts as much as the first'
    : [
        `the tries count ${one.tryWeights.map(weight => format.percent(weight)).join(', ')}`,
        'each part by the try since which it was right, so a correction never costs',
      ].join(', ')
  const many = fewest === most ? counted(most, 'try', 'tries') : `${fewest} to ${most} tries`
  const parts = one.partial ? ['what was right of a step counts even if it is never passed'] : []
  return [`${many} on each step`, weights, ...parts].join('; ')
}

function window(one: CoverView): string {
  const closes = one.closesAt ? `closes ${format.date(one.closesAt)}, ${format.time(one.closesAt)}` : 'stays open'
  if (!one.dueAt) return closes
  const late =
    one.latePercent > 0
      ? `${one.latePercent} % are taken off after that`
      : 'later it is marked as late, and nothing is taken off'
  return `due ${format.date(one.dueAt)}, ${format.time(one.dueAt)}; ${late}; ${closes}`
}

function results({ results }: CoverView): string {
  const answers = results.answers ? 'with what was expected' : 'without the answers'
  if (results.when === 'at-end') return `at once, ${answers}`
  return results.when === 'on-date' && results.at
    ? `from ${format.date(results.at)}, ${format.time(results.at)}, ${answers}`
    : `when your trainer releases them, ${answers}`
}

function leaving(one: CoverView): string {
  if (!one.resume) return 'leaving ends the sitting'
  return one.minutes === null ? 'you may leave and come back' : 'you may leave and come back while its time lasts'
}

function ending(one: CoverView): string {
  const early =
    one.handInFromMinute > 0 ? `you may hand in from minute ${one.handInFromMinute} on` : 'you may hand in at any time'
  const signed = one.sign ? ', with your name as signature' : ''
  if (one.minutes !== null) return `${early}${signed}; when time is up, what you have done is handed in by itself`
  return one.closesAt ? `${early}${signed}; when it closes, what you have done is handed in by itself` : early + signed
}

function allowed(one: CoverView): string {
  const things = [...one.allowed, ...one.tray.map(name => `${name} in the tray`)]
  const beside = things.length > 0 ? things.join(', ') : 'nothing besides the bench'
  return `${beside}; other windows ${one.secondWindow ? 'may be open' : 'may not be open'}`
}

/** The facts before starting, as a short list in plain words. */
export function factsOf(one: CoverView): [string, string][] {
  const checks: [string, string][] =
    one.answers === 'settled'
      ? [['Checks', tries(one)]]
      : [
          ['Tries', tries(one)],
          [
            'When tries run out',
            one.afterTries === 'set-right'
              ? 'the work is set right for you, so that the next step starts from sound ground' +
                (one.setRightWhenLeft ? '' : '; a step that you leave stays as it is')
              : 'your work stays as it is; later figures that follow from yours count as right',
          ],
          ['What a check tells', tells[one.checkTells]],
        ]
  return [
    ['Time', time(one)],
    ...(one.adjustments.length > 0 ? [['For you', one.adjustments.join(', ')] as [string, string]] : []),
    [
      'Work',
      [
        counted(one.tasks, 'task', 'tasks'),
        one.exactPoints ? ` with ${counted(one.steps, 'step', 'steps')}, ` : ', about ',
        `${format.points(one.points)} points`,
      ].join(''),
    ],
    ...(one.sections.length > 1 ? [['Sections', sections(one)] as [string, string]] : []),
    ...checks,
    [
      'Sittings',
      `${one.sittingsUsed} of ${one.sittingsAllowed} used${one.sittingsAllowed > 1 ? `; ${counting[one.counts]}` : ''}`,
    ],
    ['Window', window(one)],
    ...(help(one) ? [['Help', help(one)] as [string, string]] : []),
    ['Leaving', leaving(one)],
    ['The end', ending(one)],
    ...(one.evidence
      ? [['Afterwards', `upload photos or PDFs of your work within ${one.evidence.minutes} min`] as [string, string]]
      : []),
    ['Results', results(one)],
    ['Allowed beside you', allowed(one)],
    ['Whom to ask', one.contact],
  ]
}
