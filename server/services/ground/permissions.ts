import type { PersonView } from '../../../core/wire/sign-in'
import type { Person } from '../../db/people'
import { Problem } from './problem'

export type Action =
  'sit' | 'assign' | 'mark' | 'adjust' | 'see-rooms' | 'run-room' | 'staff-rooms' | 'read-audit' | 'manage-people'

const may: Record<Action, readonly PersonView['role'][]> = {
  'sit': ['trainee'],
  'assign': ['trainer', 'administrator'],
  'mark': ['trainer', 'administrator'],
  'adjust': ['trainer', 'administrator'],
  'see-rooms': ['trainer', 'invigilator', 'administrator'],
  'run-room': ['invigilator', 'administrator'],
  'staff-rooms': ['trainer', 'administrator'],
  'read-audit': ['invigilator', 'administrator'],
  'manage-people': ['administrator'],
}

const who: Record<Action, string> = {
  'sit': 'trainees',
  'assign': 'trainers and administrators',
  'mark': 'trainers and administrators',
  'adjust': 'trainers and administrators',
  'see-rooms': 'trainers, invigilators and administrators',
  'run-room': 'invigilators and administrators',
  'staff-rooms': 'trainers and administrators',
  'read-audit': 'invigilators and administrators',
  'manage-people': 'administrators',
}

export const mayDo = (person: Person, action: Action): boolean => may[action].includes(person.role)

/** The person, if they may; a Problem with 403 if not. */
export function allowed(person: Person, action: Action): Person {
  if (!mayDo(person, action)) throw new Problem(403, 'not-allowed', `This is for ${who[action]}.`)
  return person
}
