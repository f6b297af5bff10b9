import type { AssignmentSettingsInput } from '.'

export const presetIds = ['exam', 'mock', 'practice', 'open-until-due'] as const
export type PresetId = (typeof presetIds)[number]

/** Sensible settings to begin with; each leaves window, room and code to whoever assigns. */
export const presets: Record<PresetId, { title: string; about: string; settings: AssignmentSettingsInput }> = {
  'exam': {
    title: 'Exam',
    about: 'One sitting in a room, admitted by an invigilator, signed, results when you release them.',
    settings: {
      systemCheck: true,
      admission: true,
      readingSeconds: 30,
      resume: false,
      secondWindow: false,
      handInFromMinute: 5,
      sign: true,
      results: 'after-release',
      answers: false,
      conditions: ['I work alone, with nothing but what the cover allows.'],
      rules: { feedback: 'none', setRightWhenLeft: false },
      contact: 'the invigilator',
    },
  },
  'mock': {
    title: 'Mock',
    about: 'Like the exam, but anywhere and with results at once.',
    settings: {
      sittingsAllowed: 2,
      counts: 'best',
      systemCheck: true,
      results: 'at-end',
      answers: true,
      rating: true,
      rules: { feedback: 'none' },
    },
  },
  'practice': {
    title: 'Practice',
    about: 'As often as you like, with reasons after every check.',
    settings: { sittingsAllowed: 20, counts: 'last', results: 'at-end', answers: true, rules: { feedback: 'why' } },
  },
  'open-until-due': {
    title: 'Open until due',
    about: 'At any time until the due date, and late for a week after it with a tenth taken off.',
    settings: { sittingsAllowed: 2, counts: 'best', latePercent: 10, results: 'at-end', answers: true, rating: true },
  },
}
