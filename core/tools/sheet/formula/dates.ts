import { sure } from '../../../ground/sure'

/**
 * Days as numbers: day 0 is 30 December 1899 (OpenFormula 4.3, and ISO/IEC 29500-1 18.17.4.1 with the date base of
 * 1900), so that 1 March 1900 is 61. There is no 29 February 1900. The day's time is the fraction.
 */
const DAY = 86_400_000
const ZERO = Date.UTC(1899, 11, 30)
/** 31 December 9999. */
export const LAST_DAY = 2_958_465

export interface CalendarDay {
  year: number
  /** 1 to 12 */
  month: number
  day: number
}

/** The serial of a day; months and days beyond their range run on into the next or back. */
export function serialOf(year: number, month: number, day: number): number {
  const date = new Date(0)
  date.setUTCFullYear(year, month - 1, day)
  return Math.round((date.getTime() - ZERO) / DAY)
}

export function dayOf(serial: number): CalendarDay {
  const date = new Date(ZERO + Math.floor(serial) * DAY)
  return { year: date.getUTCFullYear(), month: date.getUTCMonth() + 1, day: date.getUTCDate() }
}

/** 0 for Sunday to 6 for Saturday. */
export const weekdayOf = (serial: number): number => (((Math.floor(serial) + 6) % 7) + 7) % 7

export const isLeapYear = (year: number): boolean => (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0
export const daysInMonth = (year: number, month: number): number =>
  new Date(Date.UTC(2000, month, 0)).getUTCDate() - (month === 2 && !isLeapYear(year) ? 1 : 0)

/** The same day some months on, or the last of its month where that is shorter. */
export function monthsOn(serial: number, months: number): number {
  const { year, month, day } = dayOf(serial)
  const place = year * 12 + month - 1 + months
  const [toYear, toMonth] = [Math.floor(place / 12), (((place % 12) + 12) % 12) + 1]
  return serialOf(toYear, toMonth, Math.min(day, daysInMonth(toYear, toMonth)))
}

/** Hours, minutes and seconds of a serial, rounded to the second. */
export function timeOf(serial: number): { hour: number; minute: number; second: number } {
  const seconds = Math.round((serial - Math.floor(serial)) * 86_400) % 86_400
  return { hour: Math.floor(seconds / 3600), minute: Math.floor(seconds / 60) % 60, second: seconds % 60 }
}

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']
const LONG_MONTHS = [
  'january',
  'february',
  'march',
  'april',
  'may',
  'june',
  'july',
  'august',
  'september',
  'october',
  'november',
  'december',
]

function checked(year: number, month: number, day: number): number | null {
  if (month < 1 || month > 12 || day < 1 || day > daysInMonth(year, month)) return null
  const serial = serialOf(year, month, day)
  return serial >= 0 && serial <= LAST_DAY ? serial : null
}

/** A day as people write it here: 2026-10-30, 30/10/2026, 30.10.2026, 30 Oct 2026, 30 October 2026; or null. */
export function readDay(text: string): number | null {
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(text)
  if (iso) return checked(Number(iso[1]), Number(iso[2]), Number(iso[3]))
  const figures = /^(\d{1,2})([/.])(\d{1,2})\2(\d{4})$/.exec(text)
  if (figures) return checked(Number(figures[4]), Number(figures[3]), Number(figures[1]))
  const words = /^(\d{1,2})[ -]([A-Za-z]{3,9})[ -](\d{4})$/.exec(text)
  if (!words) return null
  const name = sure(words[2]).toLowerCase()
  const month = name.length === 3 ? MONTHS.indexOf(name) : LONG_MONTHS.indexOf(name)
  return month < 0 ? null : checked(Number(words[3]), month + 1, Number(words[1]))
}

/** A time of day as a fraction of a day: 8:30, 08:30:15; or null. */
export function readTime(text: string): number | null {
  const match = /^(\d{1,2}):(\d{2})(?::(\d{2}))?$/.exec(text)
  if (!match) return null
  const [hour, minute, second] = [Number(match[1]), Number(match[2]), Number(match[3] ?? 0)]
  return hour > 23 || minute > 59 || second > 59 ? null : (hour * 3600 + minute * 60 + second) / 86_400
}
