import { describe, expect, it } from 'vitest'
import { after, answered, applied, connect, hostAt, made, ping, put, said, siteOf } from '../sites.fixture'
import { readRule, ruleText } from '../settings/rules'
import { runOf } from '../running'
import { view } from '../viewing'
import type { DeviceSeen } from '../viewing'

const books = () => ({
  ...hostAt(
    'books',
    '10.44.10.20/24',
    '10.44.10.1',
    'services/tcp/5432 = data',
    'services/tcp/80 = web',
    'services/udp/123 = time',
  ),
  kind: 'server',
})

/** Tills and books, with a firewall between them that has these settings. */
const shop = (...set: string[]) =>
  siteOf(
    [
      hostAt('till-1', '10.44.20.11/24', '10.44.20.1'),
      hostAt('desk-1', '10.44.30.11/24', '10.44.30.1'),
      books(),
      made(
        'gate',
        'firewall',
        3,
        'interfaces/p1/ipv4/address = 10.44.10.1/24',
        'interfaces/p2/ipv4/address = 10.44.20.1/24',
        'interfaces/p3/ipv4/address = 10.44.30.1/24',
        ...set,
      ),
    ],
    'books p1 - gate p1',
    'till-1 p1 - gate p2',
    'desk-1 p1 - gate p3',
  )
const only = [
  'acls/from-tills/aces/10 = accept tcp from 10.44.20.0/24 to 10.44.10.20 port 5432',
  'interfaces/p2/acls/ingress = from-tills',
]

describe('a connection', () => {
  it('is opened where something listens, and refused where nothing does', () => {
    expect(said(answered(shop(), connect('till-1', '10.44.10.20', 5432)))).toMatch(
      /^10\.44\.10\.20 answers on TCP port 5432 after [\d.]+ ms$/,
    )
    expect(said(answered(shop(), connect('till-1', '10.44.10.20', 80)))).toMatch('“HTTP/1.1 200 OK”')
    expect(said(answered(shop(), connect('till-1', '10.44.10.20', 81)))).toBe(
      '10.44.10.20 refuses: nothing listens on TCP port 81',
    )
    expect(said(answered(shop(), connect('till-1', '10.44.10.99', 80)))).toBe('is told by 10.44.20.1: host unreachable')
  })

  it('by datagrams is answered, or told that nothing listens', () => {
    expect(said(answered(shop(), connect('till-1', '10.44.10.20', 123, 'udp')))).toMatch('doesn’t know the time')
    expect(said(answered(shop(), connect('till-1', '10.44.10.20', 124, 'udp')))).toBe(
      'is told by 10.44.10.20: port unreachable',
    )
  })

  it('ends on both sides, and leaves nothing behind', () => {
    const state = after(
      shop(),
      { type: 'ask', ask: connect('till-1', '10.44.10.20', 80) },
      { type: 'ask', ask: connect('till-1', '10.44.10.20', 80) },
    )
    const { answers } = runOf(state)
    expect(answers.map(({ met }) => met)).toEqual([true, true])
    expect(answers.flatMap(({ notes }) => notes).filter(({ words }) => words.includes('refuses'))).toEqual([])
  })
})

describe('a filter', () => {
  it('lets the tills reach the books and nothing else', () => {
    const state = shop(...only)
    expect(answered(state, connect('till-1', '10.44.10.20', 5432)).met).toBe(true)
    expect(answered(state, connect('till-1', '10.44.10.20', 80)).met).toBe(false)
    expect(answered(state, ping('till-1', '10.44.10.20')).met).toBe(false)
    expect(answered(state, connect('desk-1', '10.44.10.20', 80)).met).toBe(true)
  })

  it('says which rule, or none, was the reason', () => {
    const { notes } = answered(shop(...only), connect('till-1', '10.44.10.20', 80))
    expect(notes.at(-1)?.words).toMatch(
      'filter from-tills has no rule that fits tcp from 10.44.20.11 to 10.44.10.20 port 80: dropped',
    )
  })

  it('takes the first rule that fits, in the order of their numbers', () => {
    const rules = (first: string, second: string) =>
      shop(`acls/f/aces/9 = ${first}`, `acls/f/aces/10 = ${second}`, 'interfaces/p2/acls/ingress = f')
    const [all, none] = ['accept any from any to any', 'drop tcp from any to 10.44.10.20 port 80']
    expect(answered(rules(all, none), connect('till-1', '10.44.10.20', 80)).met).toBe(true)
    expect(answered(rules(none, all), connect('till-1', '10.44.10.20', 80)).met).toBe(false)
  })

  it('that is attached the other way round stops the answers instead', () => {
    const state = shop(...only.slice(0, 1), 'interfaces/p2/acls/egress = from-tills')
    const answer = answered(state, connect('till-1', '10.44.10.20', 5432))
    expect(answer.met).toBe(false)
    expect(answer.notes.some(({ words }) => words.includes('from 10.44.10.20 to 10.44.20.11'))).toBe(true)
  })

  it('tells who is rejected, and keeps silent to who is dropped', () => {
    const by = (action: string) =>
      said(
        answered(
          shop(`acls/f/aces/10 = ${action} any from any to any`, 'interfaces/p2/acls/ingress = f'),
          connect('till-1', '10.44.10.20', 80),
        ),
      )
    expect(by('reject')).toBe('is told by 10.44.20.1: forbidden')
    expect(by('drop')).toBe('asked 10.44.10.20 on TCP port 80: no answer')
  })

  it('that lets answers in opens no door to who wasn’t asked', () => {
    const state = shop('acls/to-tills/aces/10 = accept answers', 'interfaces/p2/acls/egress = to-tills')
    expect(answered(state, connect('till-1', '10.44.10.20', 80)).met).toBe(true)
    expect(answered(state, ping('till-1', '10.44.10.20')).met).toBe(true)
    expect(answered(state, ping('desk-1', '10.44.20.11')).met).toBe(false)
    expect(answered(state, connect('desk-1', '10.44.20.11', 80)).met).toBe(false)
    // An answer, too: somebody tells that nothing listens there.
    expect(said(answered(state, connect('till-1', '10.44.10.20', 124, 'udp')))).toMatch('port unreachable')
  })

  it('that is named and has no rules lets nothing through', () => {
    expect(answered(shop('interfaces/p2/acls/ingress = nothing'), ping('till-1', '10.44.10.20')).met).toBe(false)
  })

  it('counts', () => {
    const state = after(
      shop(...only),
      { type: 'ask', ask: ping('till-1', '10.44.10.20') },
      { type: 'ask', ask: connect('till-1', '10.44.10.20', 5432) },
    )
    const seen = view(state, { kind: 'device', name: 'gate' }) as DeviceSeen
    const rows = seen.tables.find(({ title }) => title === 'How often each rule fitted')!.rows
    expect(rows.map(row => row.at(-1))).toEqual(['4', '1'])
  })

  it('on a host guards that host', () => {
    const state = after(
      shop(),
      put('books', 'acls/own/aces/10', 'accept tcp from 10.44.20.0/24 to any port 5432'),
      put('books', 'interfaces/p1/acls/ingress', 'own'),
      applied('books'),
    )
    expect(answered(state, connect('till-1', '10.44.10.20', 5432)).met).toBe(true)
    expect(answered(state, connect('desk-1', '10.44.10.20', 5432)).met).toBe(false)
  })
})

describe('a rule', () => {
  it.each([
    [
      'accept tcp from 10.44.20.0/24 to 10.44.10.20 port 5432',
      'accept tcp from 10.44.20.0/24 to 10.44.10.20 port 5432',
    ],
    ['DROP any', 'drop any from any to any'],
    ['reject udp to any from 10.44.90.0/24 port 53-54', 'reject udp from 10.44.90.0/24 to any port 53-54'],
    ['accept answers', 'accept answers'],
  ])('%s is written %s', (text, written) => {
    expect(ruleText(readRule(text)!)).toBe(written)
  })

  it.each([
    'allow any',
    'accept',
    'accept tcp from 10.44.20.1/24',
    'accept icmp port 5',
    'accept any port 80',
    'accept tcp from any from any',
    'accept tcp port 0',
    'accept tcp port 90-80',
    'accept answers from any',
    'accept tcp from',
  ])('%s is none', text => {
    expect(readRule(text)).toBeNull()
  })
})
