import { rules, settingGroups } from '~~/core/assignment/settings'
import type { AssignmentSettings, RuleName } from '~~/core/assignment/settings'
import { TRIES } from '~~/core/assignment/settings/rules'
import type { Form, Offered, Setting } from '~~/core/assignment/settings/setting'
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
  hint?: string | undefined
  placeholder?: string | undefined
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

/** What there is to choose from besides the setting itself, and what was chosen before. */
const OFFERED: Record<Offered, (offers: SettingOffers, chosen: unknown) => Choice[]> = {
  rooms: ({ rooms }) => rooms.map(room => ({ value: room, label: room })),
  assignments: ({ assignments }) => assignments.map(({ id, title }) => ({ value: id, label: title })),
  units: ({ units }, chosen) =>
    [...new Set([...units, String(chosen)])].filter(unit => unit !== '').map(unit => ({ value: unit, label: unit })),
}

/** The fields of one setting, as the settings are now: none where it is out of place. */
function fieldsOf(name: string, form: Form, settings: AssignmentSettings, offers: SettingOffers): SettingField[] {
  const now = settings as unknown as Record<string, unknown>
  if (form.shownIf && now[form.shownIf[0]] !== form.shownIf[1]) return []
  const { to = same, from = same } = form
  const withIt = (value: unknown): AssignmentSettings => ({ ...settings, [name]: value })
  const field = {
    name,
    id: form.id ?? name,
    label: form.label,
    value: to(now[name]),
    set: (held: unknown) => withIt(from(held)),
    hint: form.hint,
    placeholder: form.placeholder,
    disabled: form.idleWithout !== undefined && now[form.idleWithout] !== true,
  }
  switch (form.kind) {
    case 'number':
      // An emptied box says nothing: the setting stays.
      return [{ ...field, ...form, id: field.id, set: held => (held === null ? settings : withIt(held)) }]
    case 'choice':
      return [{ ...field, kind: 'choice', ...choicesIn(form, field.value, offers) }]
    case 'figures':
      return [
        { ...field, kind: 'check', value: now[name] !== null, set: on => withIt(on === true ? form.begins : null) },
        ...figuresOf(form, now[name], withIt, settings),
      ]
    case 'text':
      return [{ ...field, ...form, id: field.id }]
    default:
      return [{ ...field, kind: form.kind }]
  }
}
const same = (value: unknown): unknown => value

function choicesIn(form: Form & { kind: 'choice' }, chosen: unknown, offers: SettingOffers) {
  if ('choices' in form) return { choices: form.choices.map(([value, label]) => ({ value, label })) }
  const choices = OFFERED[form.offered](offers, chosen)
  return {
    choices,
    ...(form.clearable ? { clearable: true } : {}),
    placeholder: choices.length === 0 ? (form.nothingToChoose ?? form.placeholder) : form.placeholder,
  }
}

function figuresOf(
  { figures }: Form & { kind: 'figures' },
  held: unknown,
  withIt: (value: unknown) => AssignmentSettings,
  settings: AssignmentSettings,
): SettingField[] {
  if (held === null) return []
  const values = held as Record<string, number>
  return figures.map(({ name, id, label, max }) => ({
    kind: 'number',
    id,
    label,
    min: 1,
    max,
    value: values[name],
    set: (value: unknown) => (value === null ? settings : withIt({ ...values, [name]: value })),
  }))
}

/** Rules that the paper has and an assignment may change: with nothing chosen, the paper’s holds. */
function ruleFields(settings: AssignmentSettings, { paperRules }: SettingOffers): SettingField[] {
  /** How steps are answered here: some rules hold for one way only. */
  const way = settings.rules.answers ?? paperRules?.answers
  return (Object.keys(rules) as RuleName[]).map((name): SettingField => {
    const { [name]: _before, ...others } = settings.rules
    const { id, label, choices, idleWhen } = { idleWhen: undefined, ...rules[name] }
    const says = paperRules?.[name]
    const inWords = choices?.find(([value]) => value === says)?.[1] ?? says
    const placeholder = paperRules ? `paper: ${inWords}` : 'as the paper says'
    const field = {
      id,
      label,
      placeholder,
      disabled: idleWhen !== undefined && way === idleWhen,
      set: (value: unknown): AssignmentSettings => ({
        ...settings,
        rules: value === undefined || value === null ? others : { ...others, [name]: value },
      }),
    }
    if (choices === null) return { ...field, kind: 'number', ...TRIES, value: settings.rules[name] ?? null }
    const own = choices.map(([value, label]) => ({ value, label }))
    return {
      ...field,
      kind: 'choice',
      value: settings.rules[name],
      choices: [{ value: undefined, label: placeholder }, ...own],
    }
  })
}

/** Every setting of an assignment for a form, in the order in which it bites: window, door, work, afterwards. */
export function fieldGroups(settings: AssignmentSettings, offers: SettingOffers): SettingGroup[] {
  return settingGroups.map(({ title, settings: own }) => ({
    title,
    fields: Object.entries<Setting>(own).flatMap(([name, { form }]) =>
      form === null ? ruleFields(settings, offers) : fieldsOf(name, form, settings, offers),
    ),
  }))
}
