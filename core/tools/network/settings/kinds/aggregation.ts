import { onBridges, when } from './kind'
import type { SettingKind } from './kind'

/** Ports made one (IEEE 802.1AX): what they are together is an interface of its own. */
export const AGGREGATOR = /^agg[1-8]$/

export const aggregationKinds: readonly SettingKind[] = [
  {
    path: 'interfaces/<port>/aggregation/aggregator',
    group: 'Ports',
    title: 'Made one as',
    about: 'with which others it is one link, such as agg1; its VLANs are then those of agg1',
    usual: '',
    on: onBridges,
    read: when(text => AGGREGATOR.test(text), 'agg1 to agg8'),
  },
]
