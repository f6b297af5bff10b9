import { aggregationKinds } from './aggregation'
import { ethernetKinds } from './ethernet'
import { filterKinds } from './filters'
import { ipv6Kinds } from './ipv6'
import type { SettingKind } from './kind'
import { lendingKinds } from './lending'
import { loggingKinds } from './logging'
import { nameKinds } from './names'
import { ospfKinds } from './ospf'
import { portKinds } from './ports'
import { ripKinds } from './rip'
import { routeKinds } from './routes'
import { serviceKinds } from './services'
import { standingInKinds } from './standing-in'
import { translationKinds } from './translation'
import { treeKinds } from './tree'
import { userKinds } from './users'
import { vlanKinds } from './vlans'
import { wirelessKinds } from './wireless'

export { groups } from './kind'
export type { Group, SettingKind } from './kind'

/** All settings there are. */
export const settingKinds: readonly SettingKind[] = [
  ...portKinds,
  ...ethernetKinds,
  ...aggregationKinds,
  ...vlanKinds,
  ...treeKinds,
  ...wirelessKinds,
  ...routeKinds,
  ...ipv6Kinds,
  ...ospfKinds,
  ...ripKinds,
  ...standingInKinds,
  ...filterKinds,
  ...translationKinds,
  ...lendingKinds,
  ...nameKinds,
  ...userKinds,
  ...loggingKinds,
  ...serviceKinds,
]
