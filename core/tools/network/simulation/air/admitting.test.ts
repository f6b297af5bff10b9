import { describe, expect, it } from 'vitest'
import { answered, directory, enterprise as office, made, ping } from '../../sites.fixture'
import { started } from '../../running'
import { initial, networkSetup } from '../../state'
import type { NetworkState } from '../../state'

const whyOf = (state: NetworkState): string | undefined =>
  started(state).air.find(({ station }) => station.device === 'pad')?.heard[0]?.why
const notesOf = (state: NetworkState): string[] => started(state).notes.map(({ device, words }) => `${device} ${words}`)

describe('users of a directory on the air', () => {
  it('join once the directory lets them in, and reach what is behind', () => {
    expect(whyOf(office())).toBe('joined')
    expect(answered(office(), ping('pad', '10.44.10.20')).met).toBe(true)
    expect(notesOf(office())).toEqual(
      expect.arrayContaining(['air asks 10.44.10.20 whether clerk may join Yard office', 'books lets clerk in']),
    )
  })

  it('are lent addresses once they are in', () => {
    const lending = [...directory, 'dhcp/pools/10.44.10.0/24/range = 10.44.10.100-10.44.10.150']
    const asking = ['interfaces/w1/ipv4/dhcp-client = true']
    const state = office({ books: lending })
    const { pad } = state.running
    const { 'interfaces/w1/ipv4/address': _, ...rest } = pad!
    const lent = initial(
      networkSetup.parse({
        devices: state.site.devices.map(device => ({
          ...device,
          set:
            device.name === 'pad' ? { ...rest, ...made('pad', 'host', 0, ...asking).set } : state.running[device.name],
        })),
        cables: [['air p1', 'books p1']],
      }),
    )
    expect(started(lent).machine('pad')?.equipment.borrowed).toHaveLength(1)
  })

  it.each<[string, Readonly<Record<string, readonly string[]>>, string]>([
    ['a wrong password', { pad: ['interfaces/w1/wireless/password = taut rope'] }, 'refuses clerk'],
    ['somebody unknown', { pad: ['interfaces/w1/wireless/user = stranger'] }, 'refuses stranger'],
    ['another secret', { air: ['wireless/office/directory-secret = between them'] }, 'doesn’t answer air'],
    ['a point that isn’t known', { books: ['directory/users/clerk = tarred rope'] }, 'doesn’t answer air'],
    ['a directory elsewhere', { air: ['wireless/office/directory = 10.44.99.20'] }, 'has no way to the directory'],
    ['nobody there', { air: ['wireless/office/directory = 10.44.10.21'] }, 'doesn’t answer air'],
  ])('are kept out by %s, and that is said', (_, but, why) => {
    const state = office(but)
    expect(whyOf(state)).toContain(why)
    expect(answered(state, ping('pad', '10.44.10.20')).met).toBe(false)
  })

  it('need a name here, and a directory there', () => {
    const without = (path: string): NetworkState => {
      const state = office()
      const running = Object.fromEntries(
        Object.entries(state.running).map(([name, set]) => [
          name,
          Object.fromEntries(Object.entries(set).filter(([of]) => of !== path)),
        ]),
      )
      return { ...state, running }
    }
    expect(whyOf(without('interfaces/w1/wireless/user'))).toBe('asks for a user, and none is set here')
    expect(whyOf(without('wireless/office/directory'))).toBe('has no directory to ask')
  })
})
