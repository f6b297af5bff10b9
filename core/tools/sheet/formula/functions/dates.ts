import {
  readDay,
  readTime,
  dayOf,
  daysInMonth,
  isLeapYear,
  LAST_DAY,
  monthsOn,
  serialOf,
  timeOf,
  weekdayOf,
} from '../dates'
import { NO_NUMBER, WRONG_TYPE } from '../values'
import type { Scalar } from '../values'
import { define } from './definition'
import type { SheetFunction } from './definition'
import { spend } from '../spending'

const valid = (serial: number): boolean => serial >= 0 && serial < LAST_DAY + 1
const asDay = (serial: number): Scalar => (valid(serial) ? serial : NO_NUMBER)

const partOf = (name: string, about: string, part: (serial: number) => number): SheetFunction =>
  define(name, about, { date: 'number' }, ({ date }) => (valid(date) ? part(date) : NO_NUMBER))

/** Monday of the first week of an ISO 8601 week year: the week that holds 4 January. */
function firstMonday(year: number): number {
  const fourth = serialOf(year, 1, 4)
  return fourth - ((weekdayOf(fourth) + 6) % 7)
}

function isoWeek(date: number): number {
  const day = Math.floor(date)
  const thursday = day - ((weekdayOf(day) + 6) % 7) + 3
  return Math.floor((thursday - firstMonday(dayOf(thursday).year)) / 7) + 1
}

/** The week of the year; week 1 holds 1 January, and weeks begin on Sunday (1) or Monday (2); 21 is ISO 8601. */
function week(date: number, kind: number): Scalar {
  if (kind === 21) return isoWeek(date)
  const starts: Record<number, number> = { 1: 0, 2: 1, 11: 1, 12: 2, 13: 3, 14: 4, 15: 5, 16: 6, 17: 0 }
  const start = starts[kind]
  if (start === undefined) return NO_NUMBER
  const first = serialOf(dayOf(date).year, 1, 1)
  return Math.floor((Math.floor(date) - first + ((weekdayOf(first) - start + 7) % 7)) / 7) + 1
}

function weekday(date: number, kind: number): Scalar {
  const day = weekdayOf(date)
  if (kind === 1) return day + 1
  if (kind === 2) return ((day + 6) % 7) + 1
  if (kind === 3) return (day + 6) % 7
  return kind >= 11 && kind <= 17 ? ((day - (kind - 10) + 7) % 7) + 1 : NO_NUMBER
}

/** Days by years of 360 days: the American way, or the European one. */
export function days360(from: number, to: number, european: boolean): number {
  const [start, end] = [dayOf(from), dayOf(to)]
  const last = ({ year, month, day }: typeof start): boolean => day === daysInMonth(year, month)
  let [startDay, endDay] = [start.day, end.day]
  if (european) {
    startDay = Math.min(30, startDay)
    endDay = Math.min(30, endDay)
  } else {
    if (start.month === 2 && last(start)) {
      if (end.month === 2 && last(end)) endDay = 30
      startDay = 30
    }
    if (endDay === 31 && startDay >= 30) endDay = 30
    if (startDay === 31) startDay = 30
  }
  return (end.year - start.year) * 360 + (end.month - start.month) * 30 + endDay - startDay
}

/** The part of years between two days, by a basis of counting: 0 and 4 by 360, 1 actual, 2 actual by 360, 3 by 365. */
export function yearFraction(one: number, other: number, basis: number): number | null {
  const [from, to] = one <= other ? [Math.floor(one), Math.floor(other)] : [Math.floor(other), Math.floor(one)]
  if (basis === 0 || basis === 4) return days360(from, to, basis === 4) / 360
  if (basis === 2) return (to - from) / 360
  if (basis === 3) return (to - from) / 365
  if (basis !== 1) return null
  const [start, end] = [dayOf(from), dayOf(to)]
  const anniversary = serialOf(start.year + 1, start.month, start.day)
  if (to <= anniversary) {
    const leapDay = [start.year, end.year].some(year => {
      const day = serialOf(year, 2, 29)
      return isLeapYear(year) && day >= from && day <= to
    })
    const leap = (start.year === end.year && isLeapYear(start.year)) || leapDay
    return (to - from) / (leap ? 366 : 365)
  }
  const years = end.year - start.year + 1
  return (to - from) / ((serialOf(end.year + 1, 1, 1) - serialOf(start.year, 1, 1)) / years)
}

/** Whole years, months or days between two days, or what is left of them. */
function between(from: number, to: number, unit: string): Scalar {
  if (to < from) return NO_NUMBER
  const [start, end] = [dayOf(from), dayOf(to)]
  const months = (end.year - start.year) * 12 + end.month - start.month - (end.day < start.day ? 1 : 0)
  switch (unit.toLowerCase()) {
    case 'd':
      return Math.floor(to) - Math.floor(from)
    case 'm':
      return months
    case 'y':
      return Math.floor(months / 12)
    case 'ym':
      return months % 12
    case 'md':
      return Math.floor(to) - monthsOn(from, months)
    case 'yd':
      return Math.floor(to) - monthsOn(from, Math.floor(months / 12) * 12)
    default:
      return NO_NUMBER
  }
}

const isWorkday = (day: number, holidays: ReadonlySet<number>): boolean =>
  weekdayOf(day) !== 0 && weekdayOf(day) !== 6 && !holidays.has(day)

function workdays(one: number, other: number, free: readonly number[]): number {
  const holidays = new Set(free.map(Math.floor))
  const [from, to] = [Math.floor(Math.min(one, other)), Math.floor(Math.max(one, other))]
  let count = 0
  spend(to - from)
  for (let day = from; day <= to; day += 1) if (isWorkday(day, holidays)) count += 1
  return one <= other ? count : -count
}

function workdaysOn(from: number, days: number, free: readonly number[]): Scalar {
  const holidays = new Set(free.map(Math.floor))
  const step = Math.sign(days)
  let [day, left] = [Math.floor(from), Math.abs(Math.trunc(days))]
  while (left > 0 && valid(day)) {
    spend(1)
    day += step
    if (isWorkday(day, holidays)) left -= 1
  }
  return asDay(day)
}

/** Easter Sunday of the Gregorian calendar (the anonymous algorithm printed in Nature, 1876). */
function easter(year: number): number {
  const [century, gold] = [Math.floor(year / 100), year % 19]
  const moon =
    (19 * gold +
      century -
      Math.floor(century / 4) -
      Math.floor((century - Math.floor((century + 8) / 25) + 1) / 3) +
      15) %
    30
  const sunday = (32 + 2 * (century % 4) + 2 * Math.floor((year % 100) / 4) - moon - (year % 4)) % 7
  const shift = Math.floor((gold + 11 * moon + 22 * sunday) / 451)
  const sum = moon + sunday - 7 * shift + 114
  return serialOf(year, Math.floor(sum / 31), (sum % 31) + 1)
}

/** Dates and times: OpenFormula 6.10. */
export const dates: readonly SheetFunction[] = [
  define('TODAY', 'The day on which the task plays.', {}, (_, { today }) => Math.floor(today)),
  define('NOW', 'The day on which the task plays, with its time.', {}, (_, { today }) => today),
  define(
    'DATE',
    'A day from its year, month and day.',
    { year: 'number', month: 'number', day: 'number' },
    ({ year, month, day }) => {
      const whole = Math.floor(year)
      return asDay(serialOf(whole < 1900 && whole >= 0 ? whole + 1900 : whole, Math.floor(month), Math.floor(day)))
    },
  ),
  define(
    'TIME',
    'A time of day from hours, minutes and seconds.',
    { hours: 'number', minutes: 'number', seconds: 'number' },
    ({ hours, minutes, seconds }) => {
      const all = Math.floor(hours) * 3600 + Math.floor(minutes) * 60 + Math.floor(seconds)
      return all < 0 ? NO_NUMBER : (all % 86_400) / 86_400
    },
  ),
  define('DATEVALUE', 'The day that a text shows.', { text: 'text' }, ({ text }) => readDay(text.trim()) ?? WRONG_TYPE),
  define(
    'TIMEVALUE',
    'The time that a text shows.',
    { text: 'text' },
    ({ text }) => readTime(text.trim()) ?? WRONG_TYPE,
  ),
  partOf('YEAR', 'The year of a day.', date => dayOf(date).year),
  partOf('MONTH', 'The month of a day, 1 to 12.', date => dayOf(date).month),
  partOf('DAY', 'The day of the month.', date => dayOf(date).day),
  partOf('HOUR', 'The hour of a time.', date => timeOf(date).hour),
  partOf('MINUTE', 'The minute of a time.', date => timeOf(date).minute),
  partOf('SECOND', 'The second of a time.', date => timeOf(date).second),
  define(
    'WEEKDAY',
    'The day of the week: 1 counts from Sunday, 2 from Monday, 3 from Monday as 0.',
    { date: 'number', kind: 'number?' },
    ({ date, kind = 1 }) => (valid(date) ? weekday(date, Math.floor(kind)) : NO_NUMBER),
  ),
  define(
    'WEEKNUM',
    'The week of the year; 21 counts by ISO 8601.',
    { date: 'number', kind: 'number?' },
    ({ date, kind = 1 }) => (valid(date) ? week(date, Math.floor(kind)) : NO_NUMBER),
  ),
  partOf('ISOWEEKNUM', 'The week of the year by ISO 8601.', isoWeek),
  define('EDATE', 'The same day some months on or back.', { date: 'number', months: 'number' }, ({ date, months }) =>
    valid(date) ? asDay(monthsOn(date, Math.trunc(months))) : NO_NUMBER,
  ),
  define(
    'EOMONTH',
    'The last day of the month some months on or back.',
    { date: 'number', months: 'number' },
    ({ date, months }) => {
      if (!valid(date)) return NO_NUMBER
      const { year, month } = dayOf(date)
      return asDay(serialOf(year, month + Math.trunc(months) + 1, 0))
    },
  ),
  define(
    'DAYS',
    'How many days lie between two days.',
    { end: 'number', start: 'number' },
    ({ end, start }) => Math.floor(end) - Math.floor(start),
  ),
  define(
    'DAYS360',
    'Days between two days by years of 360 days.',
    { start: 'number', end: 'number', european: 'logical?' },
    ({ start, end, european = false }) => days360(start, end, european),
  ),
  define(
    'YEARFRAC',
    'The part of years between two days.',
    { start: 'number', end: 'number', basis: 'number?' },
    ({ start, end, basis = 0 }) => yearFraction(start, end, Math.floor(basis)) ?? NO_NUMBER,
  ),
  define(
    'DATEDIF',
    'Whole years (y), months (m) or days (d) between two days, or what is left of them (ym, md, yd).',
    { start: 'number', end: 'number', unit: 'text' },
    ({ start, end, unit }) => between(start, end, unit),
  ),
  define(
    'NETWORKDAYS',
    'How many days from Monday to Friday there are, without holidays.',
    { start: 'number', end: 'number', holidays: 'numbers?' },
    ({ start, end, holidays = [] }) => (valid(start) && valid(end) ? workdays(start, end, holidays) : NO_NUMBER),
  ),
  define(
    'WORKDAY',
    'The day some working days on.',
    { start: 'number', days: 'number', holidays: 'numbers?' },
    ({ start, days, holidays = [] }) =>
      valid(start) && Math.abs(days) < 1e6 ? workdaysOn(start, days, holidays) : NO_NUMBER,
  ),
  define('EASTERSUNDAY', 'Easter Sunday of a year.', { year: 'number' }, ({ year }) =>
    year < 1583 || year > 9956 ? NO_NUMBER : easter(Math.floor(year)),
  ),
]
