import { z } from 'zod'
import { networkSetup } from '../state'

/** The form of a site as a JSON Schema (draft 2020-12), for programs of others that read or write one. */
export function topologySchema(): object {
  return {
    title: 'Steady Anvil network site, version 1',
    description: 'Devices with their settings, and the cables between their ports. See docs/tools/network.md.',
    ...z.toJSONSchema(networkSetup, { io: 'input' }),
  }
}
