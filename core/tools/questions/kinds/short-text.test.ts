import { describe, expect, it } from 'vitest'
import { kindOf, part } from '.'
import { judged, refused } from './judged.fixture'
import { isMisspelt, isSlip, plainly } from '../answers/wording'

const lenient = { kind: 'short-text' }
const strict = { kind: 'short-text', spelling: true }
const gateway = { kind: 'short-text', is: ['default gateway', 'gateway'] }
const subnet = { kind: 'short-text', is: ['subnet'] }
const café = { kind: 'short-text', is: ['café'] }
const exactly = { kind: 'short-text', is: ['Café-1'], exact: ['case', 'accents', 'punctuation'] }

describe('a term that is typed', () => {
  it.each([
    [lenient, gateway, 'gateway', 'met'],
    [lenient, gateway, 'Default Gateway', 'met'],
    [lenient, gateway, '  default   gateway ', 'met'],
    [lenient, gateway, 'default-gateway', 'met'],
    [lenient, gateway, '“gateway”.', 'met'],
    [lenient, gateway, 'gatway', 'met'],
    [lenient, gateway, 'gatewya', 'met'],
    [lenient, gateway, 'defualt gateway', 'met'],
    [lenient, gateway, 'gtwy', 'wrong-term'],
    [lenient, gateway, 'router', 'wrong-term'],
    [lenient, gateway, 'gate way', 'wrong-term'],
    [lenient, gateway, 'the gateway', 'wrong-term'],
    [strict, gateway, 'gateway', 'met'],
    [strict, gateway, 'GATEWAY', 'met'],
    [strict, gateway, 'gatway', 'misspelt'],
    [strict, gateway, 'default gatewaj', 'misspelt'],
    [strict, gateway, 'router', 'wrong-term'],
    // A slip that makes another word of the trade is that word; a plural is the same one.
    [lenient, subnet, 'subent', 'met'],
    [lenient, subnet, 'sublet', 'wrong-term'],
    [lenient, subnet, 'subnets', 'met'],
    [lenient, { kind: 'short-text', is: ['router'] }, 'routes', 'wrong-term'],
    [lenient, { kind: 'short-text', is: ['router'] }, 'routers', 'met'],
    [lenient, { kind: 'short-text', is: ['routes'] }, 'route', 'met'],
    // A digit makes another number.
    [lenient, { kind: 'short-text', is: ['port 802.1q'], exact: ['punctuation'] }, 'port 802.1q', 'met'],
    [lenient, { kind: 'short-text', is: ['802.1q trunk'], exact: ['punctuation'] }, '802.2q trunk', 'wrong-term'],
    [lenient, { kind: 'short-text', is: ['SB-3110'], exact: ['punctuation'] }, 'SB-3101', 'wrong-term'],
    [lenient, { kind: 'short-text', is: ['2010-payables'], exact: ['punctuation'] }, '2010-paybles', 'met'],
    [lenient, gateway, ' ', 'not-answered'],
    [lenient, gateway, null, 'not-answered'],
    [lenient, café, 'cafe', 'met'],
    // A short word with another letter is another word.
    [lenient, café, 'cave', 'wrong-term'],
    [lenient, exactly, 'Café-1', 'met'],
    [lenient, exactly, 'café-1', 'wrong-term'],
    [lenient, exactly, 'Cafe-1', 'wrong-term'],
    [lenient, exactly, 'Café 1', 'wrong-term'],
    [lenient, { kind: 'short-text', is: ['accept'], not: ['except'] }, 'eccept', 'met'],
    [lenient, { kind: 'short-text', is: ['effect'], not: ['affect'] }, 'affect', 'wrong-term'],
  ])('in %j with %j: %j is %s', (asked, right, given, found) => {
    expect(judged(asked, right, given)).toBe(found)
  })

  it('that is right and misspelt says so', () => {
    const one = part.parse({ kind: 'short-text', id: 'one' })
    expect(kindOf(one).judge(one, 'gatway', { ...gateway, not: [], exact: [] })).toMatchObject({
      met: true,
      note: 'The right term, misspelt.',
    })
  })

  it('is one line, no longer than there is room for', () => {
    expect(refused({ kind: 'short-text', most: 5 }, 'gateway')).toBe('At most 5 characters have room here.')
    expect(refused(lenient, 'a\nb')).toBe('One line is asked for.')
  })
})

describe('a slip', () => {
  it.each([
    ['ledger', 'ledgar', true],
    ['ledger', 'leger', true],
    ['ledger', 'ledgger', true],
    ['ledger', 'legder', true],
    ['ledger', 'ledger', false],
    ['ledger', 'legdre', false],
    ['ledger', 'ldgr', false],
    ['', 'a', true],
    ['ab', 'ba', true],
  ])('%s for %s: %s', (one, other, slip) => {
    expect(isSlip(one, other)).toBe(slip)
    expect(isSlip(other, one)).toBe(slip)
  })

  it('is one of a long word, and not of a short one', () => {
    expect(isMisspelt('general ledgar', 'general ledger')).toBe(true)
    expect(isMisspelt('genral ledgar', 'general ledger')).toBe(true)
    expect(isMisspelt('port', 'post')).toBe(false)
    expect(isMisspelt('general', 'general ledger')).toBe(false)
  })
})

describe('a wording', () => {
  const all = { case: true, accents: true, punctuation: true }
  it.each([
    ['Trial   Balance.', 'trial balance'],
    ['don’t', 'dont'],
    ['one/two', 'one two'],
    ['ÅNGSTRÖM', 'angstrom'],
    ['ﬁle', 'file'],
  ])('%s is %s', (text, plain) => {
    expect(plainly(text, all)).toBe(plain)
  })
})
