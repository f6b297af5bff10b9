import { isForeign } from '../site'
import type { NetworkSetup, NetworkState } from '../state'

/**
 * A site in the form of a setup, with what is in force. What others have told their devices stays with them, and
 * which cable is faulty nobody sees.
 */
export function topologyOf({ site, cables, running }: NetworkState): NetworkSetup {
  return {
    areas: [...site.areas],
    walls: [...site.walls],
    devices: site.devices.map(device => ({
      ...device,
      set: isForeign(device) ? {} : { ...running[device.name] },
    })),
    cables: cables.map(({ from, to, crossed }) => (crossed ? [from, to, 'crossed'] : [from, to])),
  }
}
