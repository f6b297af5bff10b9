import { sure } from '../../../ground/sure'
import type { Input } from '../workbook/workbook'

const ORDERS: readonly (readonly string[])[] = [
  ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'],
  ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'],
  [
    'January',
    'February',
    'March',
    'April',
    'May',
    'June',
    'July',
    'August',
    'September',
    'October',
    'November',
    'December',
  ],
  ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'],
]

/**
 * What comes after some inputs, or before them: numbers and days go on by their step, or by one; weekdays and months
 * in their order; a text that ends in a number counts on. Null where there is nothing to go on with.
 */
export function seriesFrom(given: readonly (Input | undefined)[], forwards: boolean): ((step: number) => Input) | null {
  const sign = forwards ? 1 : -1
  const edge = forwards ? given.at(-1) : given[0]
  if (given.every(input => typeof input === 'number')) {
    const numbers = given
    const steps = numbers.slice(1).map((number, at) => number - sure(numbers[at]))
    const step = steps.length === 0 ? 1 : steps.reduce((sum, one) => sum + one, 0) / steps.length
    return count => Number(((edge as number) + sign * step * count).toPrecision(15))
  }
  if (typeof edge !== 'string' || !given.every(input => typeof input === 'string')) return null
  const order = ORDERS.find(names => names.some(name => name.toLowerCase() === edge.toLowerCase()))
  if (order) {
    const places = given.map(input => order.findIndex(name => name.toLowerCase() === input.toLowerCase()))
    const step = places.length > 1 && !places.includes(-1) ? sure(places[1]) - sure(places[0]) || 1 : 1
    const from = forwards ? sure(places.at(-1)) : sure(places[0])
    return count => sure(order[(((from + sign * step * count) % order.length) + order.length) % order.length])
  }
  const counted = /^(.*?)(\d+)$/s.exec(edge)
  if (!counted) return null
  const before = given.length > 1 ? /^(.*?)(\d+)$/s.exec(given.at(-2) as string) : null
  const step = before && before[1] === counted[1] && forwards ? Number(counted[2]) - Number(before[2]) : 1
  return count => {
    const number = Math.max(0, Number(counted[2]) + sign * step * count)
    return (
      sure(counted[1]) + String(number).padStart(sure(counted[2]).startsWith('0') ? sure(counted[2]).length : 0, '0')
    )
  }
}
