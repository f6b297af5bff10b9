import { sure } from '../../ground/sure'
import type { NetworkOp } from './ops'
import type { Ask } from './state'

/** What is tried, in words after a device’s name. */
export function askText(ask: Ask): string {
  switch (ask.what) {
    case 'ping':
      return `asks for ${ask.to}${(ask.times ?? 1) > 1 ? ` ${sure(ask.times)} times` : ''}`
    case 'trace':
      return `looks for the way to ${ask.to}`
    case 'connect':
      return `tries ${ask.to}, ${ask.transport.toUpperCase()} port ${ask.port}`
    case 'login':
      return `logs in at ${ask.to} as ${ask.user}`
    case 'lookup':
      return `asks what ${ask.name} is`
  }
}

/** An op as a sentence, for logs, replays and reports. */
export function describe(op: NetworkOp): string {
  switch (op.type) {
    case 'put':
      return `Put ${op.path} of ${op.device} to “${op.value}”, pending.`
    case 'drop':
      return `Dropped ${op.path} of ${op.device}, pending.`
    case 'load':
      return `Read the settings of ${op.device} from a file, pending.`
    case 'apply':
      return `Applied what was pending on ${op.device}.`
    case 'forget':
      return `Forgot what was pending on ${op.device}.`
    case 'undo':
      return `Went back on ${op.device} to what was in force before.`
    case 'join':
      return `Joined ${op.from} and ${op.to} by a ${op.crossed ? 'crossover ' : ''}cable.`
    case 'unplug':
      return `Unplugged the cable in ${op.at}.`
    case 'ask':
      return `${op.ask.device} ${askText(op.ask)}.`
  }
}
