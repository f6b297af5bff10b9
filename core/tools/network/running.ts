import { answerOf } from './simulation/asking'
import type { Answer } from './simulation/asking'
import { Network } from './simulation/network'
import type { Ask, NetworkState } from './state'

/** A network that was started for a state, and what it has been asked. */
interface Run {
  cables: NetworkState['cables']
  network: Network
  answers: Answer[]
}

const runs = new WeakMap<NetworkState['running'], Run>()

/** A network of a state, as it is once it has settled. */
export function started(state: Pick<NetworkState, 'site' | 'cables' | 'running'>): Network {
  const network = new Network(state)
  network.run(network.settledAfter)
  return network
}

const sameAsk = (one: Ask, other: Ask | undefined): boolean => JSON.stringify(one) === JSON.stringify(other)

/**
 * The network of a state with all that was asked of it. It is the same network as before where nothing changed and
 * only more was asked; else it is started anew, and asked again.
 */
export function runOf(state: NetworkState): { network: Network; answers: readonly Answer[] } {
  const known = runs.get(state.running)
  const goesOn =
    known?.cables === state.cables &&
    known.answers.length <= state.asked.length &&
    known.answers.every(({ ask }, at) => sameAsk(ask, state.asked[at]))
  const run = goesOn ? known : { cables: state.cables, network: started(state), answers: [] }
  if (!goesOn) runs.set(state.running, run)
  for (const ask of state.asked.slice(run.answers.length))
    run.answers.push(answerOf(run.network, ask, run.answers.length + 1))
  return { network: run.network, answers: run.answers }
}
