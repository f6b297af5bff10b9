import type { NetworkOp } from './ops'

/** An op as a sentence, for logs, replays and reports. */
export function describe(op: NetworkOp): string {
  switch (op.type) {
    case 'put':
      return `Put ${op.path} of ${op.device} to “${op.value}”, pending.`
    case 'drop':
      return `Dropped ${op.path} of ${op.device}, pending.`
    case 'apply':
      return `Applied what was pending on ${op.device}.`
    case 'forget':
      return `Forgot what was pending on ${op.device}.`
    case 'undo':
      return `Went back on ${op.device} to what was in force before.`
    case 'join':
      return `Joined ${op.from} and ${op.to} by a cable.`
    case 'unplug':
      return `Unplugged the cable in ${op.at}.`
    case 'ask':
      return `Pinged ${op.ask.to} from ${op.ask.device}.`
  }
}
