import { describe, expect, it } from 'vitest'
import { view } from '../viewing'
import type { DeviceSeen } from '../viewing'
import { isPublicKey, isSignedFor, publicKeyOf, signedBy } from '../settings/keys'
import { answered, hostAt, made, put, refusalOf, said, siteOf } from '../sites.fixture'
import type { NetworkState } from '../state'

const harbour = 'system/users/harbour'
const gate = (...set: readonly string[]): NetworkState =>
  siteOf(
    [
      hostAt('desk-1', '10.44.10.11/24'),
      hostAt('desk-2', '10.44.10.12/24'),
      made('office-sw', 'switch', 4),
      made('gate', 'router', 2, 'interfaces/p1/ipv4/address = 10.44.10.1/24', ...set),
    ],
    'desk-1 p1 - office-sw p1',
    'desk-2 p1 - office-sw p2',
    'gate p1 - office-sw p4',
  )
const listening = 'services/tcp/22 = shell'
const known = `${harbour}/authorized-key = ${publicKeyOf('desk-1')}`
const tried = (state: NetworkState, device: string, user: string, password?: string): string =>
  said(answered(state, { what: 'login', device, to: '10.44.10.1', user, ...(password ? { password } : {}) }))

describe('logging in', () => {
  it('is by the key of the device at which one sits, and by no other', () => {
    expect(tried(gate(listening, known), 'desk-1', 'harbour')).toBe('10.44.10.1 says: come in, harbour')
    expect(tried(gate(listening, known), 'desk-2', 'harbour')).toContain('this key isn’t known for harbour')
    expect(tried(gate(listening, known), 'desk-1', 'tiller')).toContain('this key isn’t known for tiller')
  })

  it('is by a password, where that is enough', () => {
    const password = `${harbour}/password = slack water`
    expect(tried(gate(listening, password), 'desk-2', 'harbour', 'slack water')).toContain('come in, harbour')
    expect(tried(gate(listening, password), 'desk-2', 'harbour', 'spring tide')).toContain('another password')
    const keysOnly = gate(listening, password, known, 'system/shell/passwords = false')
    expect(tried(keysOnly, 'desk-2', 'harbour', 'slack water')).toContain('a password is not enough here')
    expect(tried(keysOnly, 'desk-1', 'harbour')).toContain('come in, harbour')
  })

  it('needs a way, and somebody who listens', () => {
    expect(tried(gate(known), 'desk-1', 'harbour')).toBe('10.44.10.1 refuses: nothing listens on TCP port 22')
    expect(said(answered(gate(), { what: 'login', device: 'desk-1', to: '10.44.99.1', user: 'harbour' }))).toContain(
      'no way to 10.44.99.1',
    )
  })

  it('sends neither password nor private key', () => {
    const state = gate(listening, `${harbour}/password = slack water`)
    const { frames } = answered(state, {
      what: 'login',
      device: 'desk-2',
      to: '10.44.10.1',
      user: 'harbour',
      password: 'slack water',
    })
    expect(frames[1]).toBeGreaterThan(frames[0])
    expect(tried(state, 'desk-2', 'harbour', 'slack water')).not.toContain('slack')
  })

  it('shows a public key where one sits, and takes none that isn’t one', () => {
    const { tables } = view(gate(), { kind: 'device', name: 'desk-1' }) as DeviceSeen
    expect(tables.find(({ title }) => title === 'Its public key')?.rows).toEqual([[publicKeyOf('desk-1')]])
    expect(refusalOf(gate(), put('gate', `${harbour}/authorized-key`, publicKeyOf('desk-1').slice(1)))).not.toBe('done')
  })
})

describe('keys (RFC 8032)', () => {
  it('sign what only their own public half takes', () => {
    const signature = signedBy('desk-1', 'login harbour 10.44.10.1')
    expect(isSignedFor(publicKeyOf('desk-1'), 'login harbour 10.44.10.1', signature)).toBe(true)
    expect(isSignedFor(publicKeyOf('desk-1'), 'login harbour 10.44.20.1', signature)).toBe(false)
    expect(isSignedFor(publicKeyOf('desk-2'), 'login harbour 10.44.10.1', signature)).toBe(false)
    expect(isSignedFor('no key', 'login harbour 10.44.10.1', signature)).toBe(false)
    expect(isSignedFor(publicKeyOf('desk-1'), 'login harbour 10.44.10.1', '')).toBe(false)
    expect([isPublicKey(publicKeyOf('desk-1')), isPublicKey('!')]).toEqual([true, false])
  })
})
