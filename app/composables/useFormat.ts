const days = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric' })
const shortDays = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' })
const times = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' })
const seconds = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', second: '2-digit' })
const calendar = new Intl.DateTimeFormat('en-GB', {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  timeZone: 'UTC',
})
const shortCalendar = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' })

/** Half a year: from there on a day without its year could be another one. */
const FAR_MS = 183 * 86_400_000
const isFar = (moment: string, now: string): boolean => Math.abs(Date.parse(moment) - Date.parse(now)) > FAR_MS

/** Dates, times and lengths as the whole application writes them, in the viewer's zone. */
export const format = {
  /** Tue 24 Nov 2026 */
  date: (moment: string): string => days.format(new Date(moment)).replaceAll(',', ''),
  /** 24 Nov, with the year where that is far from now */
  shortDate: (moment: string, now = new Date().toISOString()): string =>
    `${shortDays.format(new Date(moment))}${isFar(moment, now) ? ` ${new Date(moment).getFullYear()}` : ''}`,
  /** 14:03 */
  time: (moment: string | number): string => times.format(new Date(moment)),
  /** 14:03:22 */
  second: (moment: string | number): string => seconds.format(new Date(moment)),
  /** A calendar day, whatever the zone: Fri 30 Oct 2026 */
  day: (isoDay: string): string => calendar.format(new Date(`${isoDay}T00:00:00Z`)).replaceAll(',', ''),
  /** 30 Oct */
  shortDay: (isoDay: string): string => shortCalendar.format(new Date(`${isoDay}T00:00:00Z`)),
  /** today 17:00, or Fri 27 Nov, with the year where that is far */
  near: (moment: string, now: string): string =>
    days.format(new Date(moment)) === days.format(new Date(now))
      ? `today ${times.format(new Date(moment))}`
      : isFar(moment, now)
        ? format.date(moment)
        : format.date(moment).replace(/ \d{4}$/, ''),
  /** today 17:00, or Fri 27 Nov, 17:00 */
  nearTime: (moment: string, now: string): string =>
    format.near(moment, now).startsWith('today')
      ? format.near(moment, now)
      : `${format.near(moment, now)}, ${format.time(moment)}`,
  /** 17:42, or 1:02:03 from an hour up */
  countdown(ms: number): string {
    const whole = Math.max(0, Math.ceil(ms / 1000))
    const pad = (value: number): string => String(value).padStart(2, '0')
    const [hours, minutes, rest] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60]
    return hours > 0 ? `${hours}:${pad(minutes)}:${pad(rest)}` : `${pad(minutes)}:${pad(rest)}`
  },
  /** 1 min 20 s, 25 min, 40 s */
  length(ms: number): string {
    const whole = Math.round(ms / 1000)
    const [minutes, rest] = [Math.floor(whole / 60), whole % 60]
    if (minutes === 0) return `${rest} s`
    return rest === 0 ? `${minutes} min` : `${minutes} min ${rest} s`
  },
  /** 2 h 38 min, 12 min */
  span(ms: number): string {
    const minutes = Math.max(0, Math.round(ms / 60_000))
    if (minutes < 60) return `${minutes} min`
    const hours = Math.floor(minutes / 60)
    return hours < 48 ? `${hours} h ${minutes % 60} min` : `${Math.round(hours / 24)} days`
  },
  /** Points: 2.80, or 3 where there are no hundredths to show. */
  points: (points: number): string => (Number.isInteger(points) ? String(points) : points.toFixed(2)),
  percent: (share: number): string => `${Math.round(share * 100)} %`,
}

/** “1 try”, “2 tries”. */
export function counted(count: number, one: string, many: string): string {
  return `${count} ${count === 1 ? one : many}`
}

/** How a sitting ended, as a line of a list says it. */
export const endings: Record<string, string> = {
  'handed-in': 'handed in',
  'time-up': 'ended when its time was up',
  'left': 'ended by leaving',
  'ended-by-invigilator': 'ended by the invigilator',
  'voided': 'voided',
}
