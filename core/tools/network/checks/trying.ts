import type { Finding } from '../../tool'
import { addressText, isIn, readAddress, readPrefix } from '../../../ground/addresses/ipv4'
import { sure } from '../../../ground/sure'
import { carriedBy, CARRIES, HEAD } from '../frames/ethernet'
import { readPacket } from '../frames/ipv4'
import { SEVERITIES } from '../frames/syslog'
import type { LogMessage, Severity } from '../frames/syslog'
import { answerOf } from '../simulation/asking'
import type { Answer } from '../simulation/asking'
import { readPlace } from '../site'
import type { Cable } from '../site'
import type { Ask, NetworkState } from '../state'
import { finding } from './findings'
import { remembered } from './remembering'
import type { CheckOf } from './kinds'

type Flow = Omit<CheckOf<'reaches'>, 'kind'>

/** What is kept of something that was tried. */
interface Tried extends Pick<Answer, 'met' | 'lines' | 'found'> {
  /** What a device said last before a packet ended, as a sentence. */
  end: string
}

const keptOf = (answer: Answer): Tried => ({
  met: answer.met,
  lines: answer.lines,
  found: answer.found,
  end: endOf(answer),
})

/** Tries something on a network that is started for it. */
const tried = (state: NetworkState, ask: Ask): Tried =>
  remembered(state, JSON.stringify(ask), network => keptOf(answerOf(network, ask, 1)))

const askOf = ({ from, to, protocol, port }: Flow): Ask =>
  protocol === 'icmp' || port === undefined
    ? { what: 'ping', device: from, to }
    : { what: 'connect', device: from, to, transport: protocol, port }

const goalText = ({ to, protocol, port }: Flow): string =>
  protocol === 'icmp' || port === undefined ? to : `${to} on ${protocol.toUpperCase()} port ${port}`

function endOf({ notes }: Answer): string {
  const end = notes.findLast(({ words }) => /dropped|not sent|nobody is|refuses/.test(words)) ?? notes.at(-1)
  return end ? ` On ${end.device}: ${end.words}.` : ''
}

/** Whether something came through, and what was found in words. */
function outcomeOf(state: NetworkState, flow: Flow): { met: boolean; found: string } {
  const isLeft = ({ from, to }: Cable): boolean => !flow.broken.some(place => place === from || place === to)
  const cables = flow.broken.length > 0 ? state.cables.filter(isLeft) : state.cables
  const answer = tried({ ...state, cables }, askOf(flow))
  const { from } = flow
  const found = answer.met
    ? `${from} reaches ${goalText(flow)}.`
    : `${from} doesn’t reach ${goalText(flow)}: ${answer.lines.join('; ')}.${answer.end}`
  return { met: answer.met !== flow.not, found }
}

function expectedOf(flow: Flow): string {
  const broken = flow.broken.length > 0 ? `, also while no cable works in ${flow.broken.join(' and ')}` : ''
  return `${flow.from} ${flow.not ? 'doesn’t reach' : 'reaches'} ${goalText(flow)}${broken}.`
}

export function judgeReaches(state: NetworkState, flow: CheckOf<'reaches'>): Finding {
  const { met, found } = outcomeOf(state, flow)
  return finding(met, expectedOf(flow), found, flow.not ? 'reaches' : 'does-not-reach')
}

export function judgeFlows(state: NetworkState, { flows }: CheckOf<'flows'>): Finding {
  const outcomes = flows.map(flow => ({ flow, ...outcomeOf(state, flow) }))
  const wrong = outcomes.filter(({ met }) => !met)
  const expected = flows.map(expectedOf).join(' ')
  if (wrong.length === 0) return { met: true, share: 1, expected, found: expected }
  // Who lets everything through, or nothing, has shown nothing: what is right then is so by chance.
  const indifferent = [true, false].some(not => outcomes.every(({ flow, met }) => met === (flow.not === not)))
  const share = indifferent ? 0 : (flows.length - wrong.length) / flows.length
  const fault = wrong.some(({ flow }) => flow.not) ? 'lets-too-much-through' : 'lets-too-little-through'
  return { met: false, share, expected, found: wrong.map(({ found }) => found).join(' '), fault }
}

/** Whether what a device sends to an address comes there, and by another device. */
const passing = (state: NetworkState, { from, to, through }: CheckOf<'passes'>): Tried & { by: boolean } =>
  remembered(state, `by ${through}, ${from} to ${to}`, network => {
    const answer = answerOf(network, { what: 'ping', device: from, to }, 1)
    const goal = sure(readAddress(to))
    const by = network.captured.slice(...answer.frames).some(one => {
      if (one.from.device !== through || carriedBy(one.frame) !== CARRIES.ipv4) return false
      return readPacket(one.frame, HEAD)?.to === goal
    })
    return { ...keptOf(answer), by }
  })

export function judgePasses(state: NetworkState, check: CheckOf<'passes'>): Finding {
  const { from, to, through } = check
  const { met, lines, end, by } = passing(state, check)
  const expected = `What ${from} sends to ${to} goes by ${through}.`
  if (by && met) return finding(true, expected, expected, '')
  const found = met
    ? `It comes to ${to}, and not by ${through}.`
    : `${from} doesn’t reach ${to}: ${lines.join('; ')}.${end}`
  return finding(false, expected, found, met ? 'another-way' : 'does-not-reach')
}

export function judgeObtains(state: NetworkState, check: CheckOf<'obtains'>): Finding {
  const { device, port, within, is, server } = check
  const got = remembered(state, `got by ${device} ${port}`, network =>
    network.machine(device)?.equipment.borrowed.find(one => one.port === port),
  )
  const wanted = [
    is ? is.join(' or ') : within ? `an address in ${within}` : 'an address',
    server ? ` from ${server}` : '',
  ].join('')
  const expected = `${device} gets ${wanted} by asking.`
  if (!got) return finding(false, expected, `${device} gets no address by asking.`, 'no-address')
  const found = `${device} gets ${addressText(got.address)} from ${addressText(got.server)}.`
  const fits =
    (!within || isIn(got.address, sure(readPrefix(within)))) && (!is || is.includes(addressText(got.address)))
  const met = fits && (!server || addressText(got.server) === server)
  return finding(met, expected, found, fits ? 'other-server' : 'other-address')
}

/** A cable between the same two devices as the one in a port. */
function besides({ cables }: NetworkState, at: string): Cable | undefined {
  const devicesOf = ({ from, to }: Cable): string =>
    [from, to]
      .map(place => readPlace(place).device)
      .sort()
      .join(' ')
  const own = cables.find(({ from, to }) => from === at || to === at)
  return own && cables.find(cable => cable !== own && devicesOf(cable) === devicesOf(own))
}

export function judgeLink(state: NetworkState, { at, speed, duplex, alone }: CheckOf<'link'>): Finding {
  const wanted = [speed === undefined ? '' : ` of ${speed} Mbit/s or more`, duplex ? `, ${duplex} duplex` : '']
  const expected = `${at} has a link${wanted.join('')}, both ends alike${alone ? ', and nothing beside it' : ''}.`
  const { link, isUp } = remembered(state, `link of ${at}`, network => {
    const { device, port } = readPlace(at)
    return { link: network.link({ device, port }), isUp: network.isUp(device, port) }
  })
  if (!link) return finding(false, expected, `No cable is in ${at}.`, 'no-cable')
  if (!link.up) return finding(false, expected, `${at} has no link: ${link.why}.`, 'no-link')
  if (!isUp) return finding(false, expected, `${at} has no link: one end is shut.`, 'no-link')
  const beside = alone ? besides(state, at) : undefined
  if (beside) return finding(false, expected, `${beside.from} and ${beside.to} are joined, too.`, 'another-cable')
  const [one, other] = link.duplex
  const how = one === other ? `${one} duplex` : 'full duplex at one end, half at the other'
  const found = `${at} has a link of ${link.speed} Mbit/s, ${how}.`
  if (one !== other) return finding(false, expected, found, 'duplex-mismatch')
  if (duplex !== undefined && one !== duplex) return finding(false, expected, found, 'other-duplex')
  return finding(speed === undefined || link.speed >= speed, expected, found, 'too-slow')
}

export function judgeJoins(state: NetworkState, { device, ssid, rate }: CheckOf<'joins'>): Finding {
  const expected = `${device} joins ${ssid}${rate === undefined ? '' : ` and has ${rate} Mbit/s or more`}.`
  const own = remembered(state, `air of ${device}`, ({ air }) => air.find(({ station }) => station.device === device))
  const { joined, heard } = own ?? { joined: null, heard: [] }
  if (joined?.offered.ssid === ssid) {
    const slow = rate !== undefined && joined.rate < rate
    const { drowned } = joined
    const louder = drowned > 0 ? `; others on its channel drown it by ${drowned} dB` : ''
    return finding(!slow, expected, `${device} joins ${ssid}, and has ${joined.rate} Mbit/s${louder}.`, 'too-slow')
  }
  const near = heard.find(({ network }) => network.offered.ssid === ssid)
  const found = joined
    ? `${device} joins ${joined.offered.ssid}.`
    : `${device} joins nothing: ${near ? `${ssid} ${near.why}` : `${ssid} isn’t heard there`}.`
  return finding(false, expected, found, near ? 'not-joined' : 'not-heard')
}

export function judgeLogsIn(state: NetworkState, check: CheckOf<'logs-in'>): Finding {
  const { from, to, user, password, not } = check
  const { met, lines } = tried(state, { what: 'login', device: from, to, user, ...(password ? { password } : {}) })
  const how = `${user} ${password ? 'by a password' : `by the key of ${from}`}`
  const expected = `${to} ${not ? 'doesn’t let' : 'lets'} ${how} in, from ${from}.`
  return finding(met !== not, expected, `Tried from ${from}: ${lines.join('; ')}.`, not ? 'let-in' : 'not-let-in')
}

/** How long something that is said may take to come to who keeps it: somebody may have to be looked for first. */
const SAYING_US = 5_000_000
const TRIAL = 'trial'

export function judgeLogs(state: NetworkState, { from, at, severity, timed, least }: CheckOf<'logs'>): Finding {
  const kept = (how: Severity): LogMessage | undefined =>
    remembered(state, `${how} of ${from} kept at ${at}`, network => {
      network.machine(from)?.equipment.logging.say(how, TRIAL, 'is this kept?')
      network.run(network.now + SAYING_US)
      return network.machine(at)?.equipment.logKeeper.kept.find(one => one.host === from && one.part === TRIAL)
    })
  const what = `what ${from} says as ${severity}`
  const expected = `${at} keeps ${what}${timed ? ', with the time' : ''}${least ? ', and nothing less bad' : ''}.`
  const message = kept(severity)
  if (!message) return finding(false, expected, `${at} keeps nothing of ${what}.`, 'not-kept')
  const less = SEVERITIES[SEVERITIES.indexOf(severity) + 1]
  const isLeast = !least || less === undefined || !kept(less)
  const known = message.time !== null
  const more = isLeast ? '' : `, and ${less} too`
  const found = `${at} keeps ${what}, ${known ? 'with the time' : 'without a time'}${more}.`
  return finding((known || !timed) && isLeast, expected, found, isLeast ? 'no-time' : 'too-much-kept')
}

export function judgeResolves(state: NetworkState, { device, name, type, is }: CheckOf<'resolves'>): Finding {
  const answer = tried(state, { what: 'lookup', device, name, type })
  const expected = `Asked from ${device}, ${name} is ${is.join(' and ')}.`
  const same = answer.found.length === is.length && is.every(one => answer.found.includes(one))
  const found = `Asked from ${device}: ${answer.lines.join('; ')}.`
  return finding(answer.met && same, expected, found, answer.met ? 'other-answer' : 'no-answer')
}

export function judgeUnique(state: NetworkState): Finding {
  const shared = remembered(state, 'addresses that several have', network => {
    const owners = new Map<string, string[]>()
    for (const { name } of state.site.devices)
      for (const { address } of network.machine(name)?.stack.own ?? [])
        owners.set(addressText(address), [...(owners.get(addressText(address)) ?? []), name])
    return [...owners].filter(([, names]) => names.length > 1)
  })
  const expected = 'No two devices have one address.'
  const found = shared.map(([address, names]) => `${names.join(' and ')} both are ${address}.`).join(' ')
  return finding(shared.length === 0, expected, found || expected, 'address-shared')
}

export function judgeRoot(state: NetworkState, { device }: CheckOf<'root'>): Finding {
  const trees = remembered(state, 'trees', network =>
    state.site.devices.flatMap(({ name }) => {
      const tree = network.machine(name)?.tree
      return tree ? [{ name, tree: { isRoot: tree.isRoot, priority: tree.priority } }] : []
    }),
  )
  const expected = `${device} is the root of the spanning tree, by its priority.`
  const own = trees.find(({ name }) => name === device)?.tree
  if (!own) return finding(false, expected, `${device} knows of no spanning tree.`, 'no-tree')
  const roots = trees.filter(({ tree }) => tree.isRoot).map(({ name }) => name)
  if (!own.isRoot) return finding(false, expected, `The root is ${roots.join(' and ')}.`, 'another-root')
  const rival = trees.find(({ name, tree }) => name !== device && tree.priority <= own.priority)
  const found = rival ? `${device} is the root, by chance: ${rival.name} has no larger priority.` : expected
  return finding(!rival, expected, found, 'root-by-chance')
}
