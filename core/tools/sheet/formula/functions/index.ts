import { arithmetic } from './arithmetic'
import { arrays } from './arrays'
import { bonds } from './bonds'
import { borrowed } from './borrowed'
import { conditional } from './conditional'
import { database } from './database'
import { dates } from './dates'
import type { SheetFunction } from './definition'
import { finance } from './finance'
import { logic } from './logic'
import { lookup } from './lookup'
import { samples } from './samples'
import { statistics } from './statistics'
import { summaries } from './summaries'
import { text } from './text'
import { treasury } from './treasury'
import { varied } from './varied'

/** All functions by what they are about. */
export const functionGroups: Readonly<Record<string, readonly SheetFunction[]>> = {
  arithmetic,
  'statistics': [...statistics, ...samples],
  'by condition': conditional,
  logic,
  text,
  'lookup and reference': [...lookup, ...varied],
  'dates and times': dates,
  'money': [...finance, ...treasury, ...bonds],
  arrays,
  'lists with headings': [...database, ...summaries],
  'special functions': borrowed,
}

const byName = new Map(
  Object.values(functionGroups)
    .flat()
    .map(one => [one.name, one]),
)

/** Names by which other programs and older files know the same functions. */
const OTHER_NAMES: Readonly<Record<string, string>> = {
  'LEGACY.NORMSDIST': 'NORMSDIST',
  'LEGACY.NORMSINV': 'NORMSINV',
  'LEGACY.TDIST': 'TDIST',
  'STDEV.S': 'STDEV',
  'STDEV.P': 'STDEVP',
  'VAR.S': 'VAR',
  'VAR.P': 'VARP',
  'MODE.SNGL': 'MODE',
  'RANK.EQ': 'RANK',
  'PERCENTILE.INC': 'PERCENTILE',
  'QUARTILE.INC': 'QUARTILE',
  'PERCENTRANK.INC': 'PERCENTRANK',
  'COVARIANCE.P': 'COVAR',
  'NORM.DIST': 'NORMDIST',
  'NORM.INV': 'NORMINV',
  'BINOM.DIST': 'BINOMDIST',
  'POISSON.DIST': 'POISSON',
  'EXPON.DIST': 'EXPONDIST',
  'GAMMA.DIST': 'GAMMADIST',
  'GAMMA.INV': 'GAMMAINV',
  'WEIBULL.DIST': 'WEIBULL',
  'LOGNORM.INV': 'LOGINV',
  'FORECAST.LINEAR': 'FORECAST',
}

/** A function by its name in capitals; undefined for none. */
export function functionNamed(name: string): SheetFunction | undefined {
  return byName.get(name) ?? byName.get(OTHER_NAMES[name] ?? '')
}

export const functionNames: readonly string[] = [...byName.keys()].sort()
