import { EXPECTED_RULE, readRule, ruleText } from '../rules'
import { onHosts, onRouters, when, written } from './kind'
import type { SettingKind } from './kind'
import type { Device } from '../../site'

const filterName = when(text => /^[a-z][a-z0-9-]{0,30}$/.test(text), 'the name of a filter such as from-tills')
const filtering = (device: Device): boolean => onRouters(device) || onHosts(device)

/** Names of RFC 8519: access lists, their entries, and the points where they are attached. */
export const filterKinds: readonly SettingKind[] = [
  {
    path: 'acls/<filter>/aces/<rule>',
    group: 'Filters',
    title: 'Rule',
    about: 'the first rule that fits decides; what none fits is dropped',
    usual: '',
    on: filtering,
    read: written(text => {
      const rule = readRule(text)
      return rule && ruleText(rule)
    }, EXPECTED_RULE),
  },
  {
    path: 'interfaces/<routed>/acls/ingress',
    group: 'Filters',
    title: 'Filter for what comes in',
    about: 'the name of the filter that looks at packets as they come in here',
    usual: '',
    on: filtering,
    read: filterName,
  },
  {
    path: 'interfaces/<routed>/acls/egress',
    group: 'Filters',
    title: 'Filter for what goes out',
    about: 'the name of the filter that looks at packets as they go out here',
    usual: '',
    on: filtering,
    read: filterName,
  },
]
