import { addressText } from '../../../../ground/addresses/ipv4'
import { address6Text, readAddress6, reverse6 } from '../../../../ground/addresses/ipv6'
import { NAME_PORT, readNameMessage, writeNameMessage } from '../../frames/dns'
import type { Code, NameMessage, NameRecord, RecordKind } from '../../frames/dns'
import { isName } from '../../names'
import { ownPort, PATIENCE_US } from './asker'
import type { Asker, Outcome } from './asker'

const WHY: Readonly<Record<Exclude<Code, 'found'>, string>> = {
  unknown: 'there is no such name',
  refused: 'it refuses to answer for that',
  failed: 'it could not find out',
}

function recordText(record: NameRecord): string {
  switch (record.kind) {
    case 'a':
      return `${record.name} is ${addressText(record.address)}`
    case 'aaaa':
      return `${record.name} is ${address6Text(record.address)}`
    case 'cname':
      return `${record.name} is another name of ${record.other}`
    case 'ptr':
      return `${record.name} is ${record.other}`
    case 'mx':
      return `mail for ${record.name} goes to ${record.other}, preference ${record.preference}`
  }
}

function valueOf(record: NameRecord): string {
  if (record.kind === 'a') return addressText(record.address)
  return record.kind === 'aaaa' ? address6Text(record.address) : record.other
}

/**
 * The whole name that is asked for: a short one is completed, an address turned round for its name (RFC 1035, 3.5;
 * RFC 3596).
 */
function askedName({ machine }: Asker, name: string, kind: RecordKind): string {
  const address6 = kind === 'ptr' ? readAddress6(name) : null
  if (address6 !== null) return reverse6(address6)
  if (kind === 'ptr' && /^[\d.]+$/.test(name)) return `${name.split('.').reverse().join('.')}.in-addr.arpa`
  const { search } = machine.equipment
  return name.includes('.') || search === '' ? name : `${name}.${search}`
}

/** Asks the name server for a name. */
export function lookUp(asker: Asker, name: string, kind: RecordKind): Outcome {
  const { network, machine, number } = asker
  const { resolver, datagrams } = machine.equipment
  if (resolver === null) return { met: false, lines: ['has no name server to ask'] }
  const who = addressText(resolver)
  const asked = askedName(asker, name.toLowerCase(), kind)
  if (!isName(asked)) return { met: false, lines: [`${asked} is no name that could be asked for`] }
  let answer: NameMessage | null = null
  const port = ownPort(asker)
  datagrams.open(port, ({ data }) => {
    const read = readNameMessage(data)
    if (read?.identifier === number) answer = read
  })
  const question = {
    identifier: number,
    answer: false,
    authoritative: false,
    code: 'found',
    name: asked,
    kind,
    records: [],
  } as const
  const sent = datagrams.send(resolver, port, NAME_PORT, writeNameMessage(question))
  if (sent) network.run(network.now + PATIENCE_US, () => answer !== null)
  datagrams.close(port)
  if (!sent) return { met: false, lines: [`no way to the name server ${who}`] }
  return answer ? told(answer, asked, kind, who) : { met: false, lines: [`asked ${who} for ${asked}: no answer`] }
}

function told({ code, records, authoritative }: NameMessage, name: string, kind: RecordKind, who: string): Outcome {
  if (code !== 'found') return { met: false, lines: [`${who} says of ${name}: ${WHY[code]}`] }
  const wanted = records.filter(record => record.kind === kind)
  if (wanted.length === 0) return { met: false, lines: [`${who} knows ${name}, but nothing of that kind`] }
  const source = authoritative ? 'from its own zone' : 'from elsewhere'
  return { met: true, lines: [...records.map(recordText), `told by ${who}, ${source}`], found: wanted.map(valueOf) }
}
