import { toldSettings } from '~~/core/assignment/settings'
import { facts } from '~~/core/assignment/settings/setting'
import type { Cover, Fact } from '~~/core/assignment/settings/setting'
import type { CoverView } from '~~/core/wire/cover'

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
  return `${own} in one go; the clock runs on while you are away`
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

/** What later figures count that are right from a wrong earlier one. */
function following({ ownFigures }: CoverView): string {
  if (ownFigures === 0) return '; later figures are held against the true ones'
  return ownFigures === 1
    ? '; later figures that follow from yours count as right'
    : `; later figures that follow from yours count ${format.percent(ownFigures)} of their points`
}

/** What the settings say, by the word under which it stands. */
function toldOf(one: CoverView): Map<Fact, string> {
  const told = new Map<Fact, string>()
  const moment = (iso: string): string => `${format.date(iso)}, ${format.time(iso)}`
  for (const [name, { cover }] of Object.entries(toldSettings)) {
    if (!cover) continue
    const { fact, says } = cover as NonNullable<Cover<unknown>>
    const words = says(one.settings[name as keyof typeof toldSettings], { ...one, moment })
    if (words !== '') told.set(fact, [told.get(fact) ?? [], words].flat().join('; '))
  }
  return told
}

function beside(one: CoverView): string {
  const things = [...one.allowed, ...one.tray.map(name => `${name} in the tray`)]
  return things.length > 0 ? things.join(', ') : 'nothing besides the bench'
}

/** Before what may be asked for comes what is given. */
const BEFORE_HELP: readonly Fact[] = ['Sittings', 'Window']

/** The facts before starting, as a short list in plain words. */
export function factsOf(one: CoverView): [string, string][] {
  const told = toldOf(one)
  told.set('Allowed beside you', `${beside(one)}; ${told.get('Allowed beside you')}`)
  const settings = (some: readonly Fact[]): [string, string][] =>
    some.flatMap(fact => (told.has(fact) ? [[fact, told.get(fact) ?? '']] : []))
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
              : `your work stays as it is${following(one)}`,
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
    ...settings(BEFORE_HELP),
    ...(help(one) ? [['Help', help(one)] as [string, string]] : []),
    ...settings(facts.filter(fact => !BEFORE_HELP.includes(fact))),
  ]
}
