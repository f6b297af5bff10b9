import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { describe, expect, it } from 'vitest'
import { presetIds, presets, rules, settings, settingsOf, settingsOnCover, toldSettings } from '.'
import type { Cover, OnCover, Setting } from './setting'

const DOC = resolve('docs/settings.md')

/** A part of the document with its table as the settings have it. */
function withTable(doc: string, heading: string, rows: Record<string, Pick<Setting, 'bites' | 'rests'>>, before = '') {
  const [start, end] = [doc.indexOf('|---|', doc.indexOf(`## ${heading}`)), /\n\n/g]
  const begin = doc.indexOf('\n', start) + 1
  end.lastIndex = begin
  const stop = end.exec(doc)?.index ?? doc.length
  const table = Object.entries(rows).map(([name, { bites, rests }]) => `| \`${before}${name}\` | ${bites} | ${rests} |`)
  return doc.slice(0, begin) + table.join('\n') + doc.slice(stop)
}

/** A cover on which nothing is special. */
const plain: OnCover = {
  minutes: 25,
  sittingsUsed: 0,
  sittingsAllowed: 1,
  dueAt: null,
  closesAt: null,
  settings: settingsOf({}),
  moment: iso => iso,
}
const says = (name: keyof typeof toldSettings, value: unknown, one: Partial<OnCover> = {}): string => {
  const cover = toldSettings[name].cover as Cover<unknown>
  return cover ? cover.says(value, { ...plain, ...one }) : ''
}

describe('settings', () => {
  it('stand in docs/settings.md in the words of their tests (-u writes it)', async () => {
    const doc = readFileSync(DOC, 'utf8')
    const ofAssignment = withTable(doc, 'Of an assignment', settings)
    await expect(withTable(ofAssignment, 'Rules of the paper', rules, 'rules.')).toMatchFileSnapshot(DOC)
  })

  it('have a field in the form each, but for the rules, which have one each', () => {
    const without = Object.entries<Setting>(settings).filter(([, { form }]) => form === null)
    expect(without.map(([name]) => name)).toEqual(['rules'])
  })

  it('have ids of fields that no other has', () => {
    const own = Object.entries<Setting>(settings).flatMap(([name, { form }]) => (form ? [form.id ?? name] : []))
    const all = [...own, ...Object.values(rules).map(({ id }) => id)]
    expect(new Set(all).size).toBe(all.length)
  })

  it('are sent to the cover only where it tells of them: no code, no room of others', () => {
    const sent = settingsOnCover.parse(settingsOf({ accessCode: 'tide-7', room: 'Hall' }))
    expect(JSON.stringify(sent)).not.toMatch(/tide-7|Hall/)
    expect(Object.keys(sent).sort()).toEqual(Object.keys(toldSettings).sort())
  })

  it('of every preset are read as they are', () => {
    for (const id of presetIds)
      expect(settingsOf({ ...presets[id].settings, room: 'Hall' })).toMatchObject({ room: 'Hall' })
  })
})

describe('what the cover tells', () => {
  it.each([
    ['counts', 'best', {}, ''],
    ['counts', 'average', { sittingsAllowed: 2 }, 'their average counts'],
    ['dueAt', 'now', { dueAt: 'noon' }, 'due noon; later it is marked as late, and nothing is taken off'],
    [
      'dueAt',
      'now',
      { dueAt: 'noon', settings: settingsOf({ latePercent: 10 }) },
      'due noon; 10 % are taken off after that',
    ],
    ['closesAt', null, {}, 'stays open'],
    ['resume', true, { minutes: null }, 'you may leave and come back'],
    ['resume', false, {}, 'leaving ends the sitting'],
    [
      'handInFromMinute',
      0,
      {},
      'you may hand in at any time; when time is up, what you have done is handed in by itself',
    ],
    [
      'handInFromMinute',
      5,
      { minutes: null, settings: settingsOf({ sign: true }) },
      'you may hand in from minute 5 on, with your name as signature',
    ],
    ['results', 'at-end', {}, 'at once, with what was expected'],
    [
      'results',
      'after-release',
      { settings: settingsOf({ answers: false }) },
      'when your trainer releases them, without the answers',
    ],
    ['evidence', null, {}, ''],
    ['evidence', { minutes: 60, files: 3, megabytes: 8 }, {}, 'upload photos or PDFs of your work within 60 min'],
  ] as const)('of %s %o', (name, value, one, words) => {
    expect(says(name, value, one)).toBe(words)
  })
})
