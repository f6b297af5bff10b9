import type { AssignmentSettings } from '~~/core/assignment/settings'
import type { PaperRules } from '~~/core/paper/schema'

export interface Choice {
  value: unknown
  label: string
}

/** What a form shows for one setting. `set` gives back the settings with another value in it. */
export type SettingField = {
  id: string
  label: string
  value: unknown
  set(value: unknown): AssignmentSettings
  /** The setting that a fault of it names, where it isn't the id. */
  name?: string
  hint?: string
  placeholder?: string
  disabled?: boolean
} & (
  | { kind: 'moment' | 'lines' | 'check' }
  | { kind: 'number'; min: number; max: number }
  | { kind: 'text'; most: number; figure?: boolean }
  | { kind: 'choice'; choices: readonly Choice[]; clearable?: boolean }
)

export interface SettingGroup {
  title: string
  fields: SettingField[]
}

export interface SettingOffers {
  paperRules?: PaperRules | undefined
  rooms: readonly string[]
  assignments: readonly { id: string; title: string }[]
  units: readonly string[]
}

const chosen = (choices: Record<string, string>): Choice[] =>
  Object.entries(choices).map(([value, label]) => ({ value, label }))
const yesNo: Choice[] = [
  { value: true, label: 'yes' },
  { value: false, label: 'no' },
]

/** Rules that the paper has and an assignment may change, each with its choices. */
const ruleChoices = {
  answers: chosen({ checked: 'checked, with tries', settled: 'settled, no checks' }),
  feedback: chosen({ none: 'only right or not', which: 'which parts', why: 'which parts and why' }),
  afterTries: chosen({ 'set-right': 'set right', 'leave': 'left as it is' }),
  setRightWhenLeft: yesNo,
  partial: yesNo,
  unsettle: yesNo,
  moveOn: yesNo,
} satisfies Partial<Record<keyof PaperRules, Choice[]>>
type RuleName = keyof typeof ruleChoices

/** Details are written as labels; their ids follow from these. */
const IF_THEY_LIKE = /\s*\(if they like\)$/
const detailLines = (settings: AssignmentSettings): string[] =>
  settings.details.map(({ label, required }) => (required ? label : `${label} (if they like)`))
const detailsFrom = (lines: string[]): AssignmentSettings['details'] =>
  lines.map((line, index) => ({
    id: `detail-${index + 1}`,
    label: line.replace(IF_THEY_LIKE, ''),
    required: !IF_THEY_LIKE.test(line),
  }))

/** Fields for one assignment’s settings as they are, each with what setting it makes of them. */
function fieldsFor(settings: AssignmentSettings, { paperRules }: SettingOffers) {
  const own = <Name extends keyof AssignmentSettings>(name: Name) => ({
    name,
    value: settings[name],
    set: (value: unknown): AssignmentSettings => ({ ...settings, [name]: value }),
  })
  const number = (
    name: keyof AssignmentSettings,
    id: string,
    label: string,
    min: number,
    max: number,
  ): SettingField => ({
    ...own(name),
    kind: 'number',
    id,
    label,
    min,
    max,
    // An emptied box says nothing: the setting stays.
    set: value => ({ ...settings, ...(value === null ? {} : { [name]: value }) }),
  })
  const check = (name: keyof AssignmentSettings, label: string, disabled = false): SettingField => ({
    ...own(name),
    kind: 'check',
    id: name,
    label,
    disabled,
  })
  const momentOf = (name: keyof AssignmentSettings, id: string, label: string): SettingField => ({
    ...own(name),
    kind: 'moment',
    id,
    label,
  })
  const setRule = (name: keyof AssignmentSettings['rules'], value: unknown): AssignmentSettings => {
    const { [name]: _before, ...others } = settings.rules
    return { ...settings, rules: value === undefined || value === null ? others : { ...others, [name]: value } }
  }
  /** What holds when nothing is chosen here. */
  const asThePaper = (name: RuleName | 'tries'): string => {
    if (!paperRules) return 'as the paper says'
    const says = paperRules[name]
    return `paper: ${name === 'tries' ? says : ruleChoices[name].find(({ value }) => value === says)?.label}`
  }
  /** How steps are answered here: some rules hold for one way only. */
  const way = settings.rules.answers ?? paperRules?.answers
  const rule = (name: RuleName, id: string, label: string, idleWhen?: PaperRules['answers']): SettingField => ({
    kind: 'choice',
    id,
    label,
    value: settings.rules[name],
    set: value => setRule(name, value),
    choices: [{ value: undefined, label: asThePaper(name) }, ...ruleChoices[name]],
    placeholder: asThePaper(name),
    disabled: idleWhen !== undefined && way === idleWhen,
  })
  const { evidence } = settings
  const evidenceNumber = (name: keyof NonNullable<typeof evidence>, id: string, label: string, max: number) =>
    evidence === null
      ? []
      : [
          {
            kind: 'number' as const,
            id,
            label,
            min: 1,
            max,
            value: evidence[name],
            set: (value: unknown) => ({
              ...settings,
              evidence: { ...evidence, ...(value === null ? {} : { [name]: value }) },
            }),
          },
        ]

  return { own, number, check, momentOf, setRule, asThePaper, way, rule, evidenceNumber }
}
type Fields = ReturnType<typeof fieldsFor>

const whenFields = (
  { own, number, momentOf }: Fields,
  settings: AssignmentSettings,
  offers: SettingOffers,
): SettingField[] => [
  momentOf('opensAt', 'opens', 'Opens'),
  momentOf('dueAt', 'due', 'Due'),
  momentOf('closesAt', 'closes', 'Closes'),
  number('latePercent', 'late', 'Taken off when late, %', 0, 100),
  number('sittingsAllowed', 'sittings', 'Sittings allowed', 1, 50),
  {
    ...own('counts'),
    kind: 'choice',
    id: 'counts',
    label: 'Which score counts',
    choices: chosen({ best: 'the best', last: 'the last', first: 'the first', average: 'the average' }),
  },
  {
    ...own('after'),
    kind: 'choice',
    id: 'after',
    label: 'Only after finishing',
    choices: offers.assignments.map(({ id, title }) => ({ value: id, label: title })),
    clearable: true,
    placeholder: 'nothing',
  },
]

const doorFields = (
  { own, number, check }: Fields,
  settings: AssignmentSettings,
  offers: SettingOffers,
): SettingField[] => [
  {
    ...own('room'),
    kind: 'choice',
    id: 'room',
    label: 'Room',
    choices: offers.rooms.map(room => ({ value: room, label: room })),
    set: value => ({ ...settings, room: typeof value === 'string' ? value : '' }),
    clearable: true,
    placeholder: offers.rooms.length === 0 ? 'anywhere; add rooms on the page Rooms' : 'anywhere',
  },
  {
    ...own('accessCode'),
    kind: 'text',
    id: 'code',
    label: 'Access code',
    most: 40,
    figure: true,
    placeholder: 'none',
  },
  {
    ...own('codeFrom'),
    kind: 'choice',
    id: 'code-from',
    label: 'Entered by',
    choices: chosen({ trainee: 'the trainee', invigilator: 'the invigilator' }),
  },
  number('readingSeconds', 'reading', 'Reading time, seconds', 0, 3600),
  check('admission', 'the invigilator lets each person in'),
  check('systemCheck', 'system check'),
  check('microphone', 'with microphone', !settings.systemCheck),
  { ...own('conditions'), kind: 'lines', id: 'conditions', label: 'Conditions to accept', hint: 'One a line' },
  {
    kind: 'lines',
    id: 'details',
    label: 'Details to fill in',
    hint: 'One a line; add “(if they like)” where it may stay empty',
    value: detailLines(settings),
    set: value => ({ ...settings, details: detailsFrom(value as string[]) }),
  },
]

const workFields = (
  { own, number, check, rule, setRule, asThePaper, way }: Fields,
  settings: AssignmentSettings,
): SettingField[] => [
  rule('answers', 'answers', 'Steps are'),
  {
    kind: 'number',
    id: 'tries',
    label: 'Tries on each step',
    min: 1,
    max: 20,
    value: settings.rules.tries ?? null,
    set: value => setRule('tries', value),
    placeholder: asThePaper('tries'),
    disabled: way === 'settled',
  },
  rule('feedback', 'feedback', 'A check tells', 'settled'),
  rule('afterTries', 'after-tries', 'When tries run out, work is', 'settled'),
  rule('setRightWhenLeft', 'when-left', 'Set right when left for good', 'settled'),
  rule('partial', 'partial', 'Part points without passing'),
  rule('unsettle', 'unsettle', 'Settled steps may be reopened', 'checked'),
  rule('moveOn', 'move-on', 'Goes on by itself'),
  number('handInFromMinute', 'early', 'Hand in from minute', 0, 600),
  { ...own('contact'), kind: 'text', id: 'contact', label: 'Whom to ask', most: 200 },
  check('resume', 'may leave and come back'),
  check('secondWindow', 'other windows may be open'),
  check('sign', 'signed by name when handed in'),
]

const afterFields = (
  { own, check, momentOf, evidenceNumber }: Fields,
  settings: AssignmentSettings,
  offers: SettingOffers,
): SettingField[] => [
  {
    ...own('results'),
    kind: 'choice',
    id: 'results',
    label: 'Results show',
    choices: chosen({ 'at-end': 'at once', 'on-date': 'on a date', 'after-release': 'when released' }),
  },
  ...(settings.results === 'on-date' ? [momentOf('resultsAt', 'results-at', 'On')] : []),
  {
    ...own('markers'),
    kind: 'choice',
    id: 'markers',
    label: 'Answers for a person are marked by',
    choices: [
      { value: 1, label: 'one person' },
      { value: 2, label: 'two people' },
    ],
  },
  check('namesHidden', 'names hidden from markers'),
  check('answers', 'with what was expected'),
  check('rating', 'asks for a rating'),
  check('optional', 'optional, may count for a unit'),
  {
    kind: 'check',
    id: 'evidence',
    label: 'evidence of work is uploaded',
    value: settings.evidence !== null,
    set: on => ({ ...settings, evidence: on === true ? { minutes: 60, files: 3, megabytes: 8 } : null }),
  },
  ...(settings.optional
    ? [
        {
          ...own('unit'),
          kind: 'choice' as const,
          id: 'unit',
          label: 'Counts in place of',
          choices: [...new Set([...offers.units, settings.unit])]
            .filter(unit => unit !== '')
            .map(unit => ({ value: unit, label: unit })),
          placeholder: offers.units.length === 0 ? 'make a unit first' : 'choose a unit',
        },
      ]
    : []),
  ...evidenceNumber('minutes', 'evidence-min', 'Upload within, minutes', 10_080),
  ...evidenceNumber('files', 'evidence-files', 'Files', 20),
  ...evidenceNumber('megabytes', 'evidence-mb', 'MB each', 20),
]

/** Every setting of an assignment for a form, in the order in which it bites: window, door, work, afterwards. */
export function settingGroups(settings: AssignmentSettings, offers: SettingOffers): SettingGroup[] {
  const fields = fieldsFor(settings, offers)
  return [
    { title: 'When and how often', fields: whenFields(fields, settings, offers) },
    { title: 'At the door', fields: doorFields(fields, settings, offers) },
    { title: 'At work', fields: workFields(fields, settings) },
    { title: 'Afterwards', fields: afterFields(fields, settings, offers) },
  ]
}
