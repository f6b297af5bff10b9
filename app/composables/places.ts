import type { PersonView } from '~~/core/wire/sign-in'

export interface Place {
  to: string
  label: string
}

const trainee: Place[] = [
  { to: '/', label: 'My work' },
  { to: '/skills', label: 'Skills' },
  { to: '/sittings', label: 'Past sittings' },
]
const trainer: Place[] = [
  { to: '/assigning', label: 'Assignments' },
  { to: '/inbox', label: 'Messages' },
  { to: '/courses', label: 'Courses' },
  { to: '/marking', label: 'Marking' },
  { to: '/marks', label: 'Marks book' },
  { to: '/adjustments', label: 'Adjustments' },
  { to: '/workbooks', label: 'Workbooks' },
]
const rooms: Place = { to: '/rooms', label: 'Rooms' }
const invigilator: Place[] = [rooms, { to: '/audit', label: 'Audit log' }]

/** Where each role finds its work; the first place is its home. */
export const placesOf: Record<PersonView['role'], Place[]> = {
  trainee,
  trainer: [...trainer, rooms],
  invigilator,
  administrator: [...trainer, ...invigilator, { to: '/people', label: 'People' }],
}

export function homeOf(role: PersonView['role']): string {
  return placesOf[role][0]?.to ?? '/'
}
