import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { peopleIn } from '../../db/people'
import { refusalOf, World } from '../../testing/world'
import { hashPassword } from './password'

/** The administrator’s own. */
const ASHA = 'capstan-and-oars'
let world: World
beforeEach(async () => {
  world = await World.open()
  await peopleIn(world.db).setPassword('asha', await hashPassword(ASHA, 'made'), null)
})
afterEach(() => world.close())

const list = (...lines: string[]): string => ['name,email,role,cohorts', ...lines].join('\n')
const take = (csv: string) => world.services.people.take(world.people.asha, csv)
const account = async (email: string) => (await world.services.people.list()).find(one => one.email === email)
const signIn = (email: string, password: string) => world.services.auth.signIn({ email, password, network: 'here' })
const acts = async () =>
  (await world.services.audit.page(world.people.asha)).entries.map(({ action, subject, detail }) => [
    action,
    subject,
    detail,
  ])

describe('a list of people', () => {
  it('is read without changing anything, and says what each line comes to', async () => {
    const view = await world.services.people.read(
      list(
        'Ada Reedmace,ada@sallowmere.test,,Harbour',
        'Isla Quay,isla@sallowmere.test,,',
        'Isla Quayside,ISLA@sallowmere.test,,',
        'Piet Moor,piet@sallowmere.test,,Harbour',
        'Marit Feld,marit@sallowmere.test,invigilator,',
      ),
    )
    expect(view.entries.map(({ line, does }) => [line, does])).toEqual([
      [2, 'add'],
      [3, 'nothing'],
      [5, 'change'],
    ])
    expect(view.faults.map(({ line, message }) => `${line}: ${message}`)).toEqual([
      '4: isla@sallowmere.test stands in line 3 already.',
      '6: marit@sallowmere.test is here already as trainer; a list doesn’t change what somebody is.',
    ])
    expect(view.passwords).toEqual([])
    expect(await account('ada@sallowmere.test')).toBeUndefined()
  })

  it('adds people with a password each, told once, that opens their account; and cohorts where there are none', async () => {
    const { passwords } = await take(
      list(
        'Ada Reedmace,ada@sallowmere.test,,Harbour|Evening',
        'Bram Tiller,bram@sallowmere.test,,Harbour',
        'Carys Holm,carys@sallowmere.test,trainer,',
      ),
    )
    expect(passwords.map(({ email }) => email)).toEqual([
      'ada@sallowmere.test',
      'bram@sallowmere.test',
      'carys@sallowmere.test',
    ])
    expect(new Set(passwords.map(({ password }) => password)).size).toBe(3)
    for (const { password } of passwords) expect(password).toMatch(/^[a-hjkmnp-z2-9]{4}(-[a-hjkmnp-z2-9]{4}){2}$/)
    expect((await signIn('ada@sallowmere.test', passwords[0]!.password)).person).toMatchObject({
      name: 'Ada Reedmace',
      role: 'trainee',
    })
    expect(await account('ada@sallowmere.test')).toMatchObject({ cohorts: ['Evening', 'Harbour'], open: true })
    const { cohorts } = await world.services.assigning.choices()
    expect(cohorts.map(({ title, people }) => [title, people.length])).toEqual([
      ['Evening', 1],
      ['Harbour', 2],
    ])
    expect(await acts()).toContainEqual(['take-person', 'Ada Reedmace', 'new trainee, Harbour, Evening'])
    expect(JSON.stringify(await world.services.audit.page(world.people.asha))).not.toContain(passwords[0]!.password)
  })

  it('taken again changes names, adds to cohorts, and gives nobody a new password', async () => {
    const {
      passwords: [first],
    } = await take(list('Ada Reedmace,ada@sallowmere.test,,Harbour'))
    const { passwords, entries } = await take(list('Ada Reed,ada@sallowmere.test,,Evening'))
    expect([passwords, entries.map(({ does }) => does)]).toEqual([[], ['change']])
    expect(await account('ada@sallowmere.test')).toMatchObject({ name: 'Ada Reed', cohorts: ['Evening', 'Harbour'] })
    expect((await signIn('ada@sallowmere.test', first!.password)).person.name).toBe('Ada Reed')
  })

  it('is taken whole or not at all', async () => {
    const isla = (await peopleIn(world.db).byId('isla'))!
    const both = Promise.allSettled([
      take(list('A,a@sallowmere.test,,', 'B,b@sallowmere.test,,')),
      take(list('C,c@sallowmere.test,,', 'B,b@sallowmere.test,,')),
    ])
    const refused = (await both).filter(({ status }) => status === 'rejected')
    expect(refused).toMatchObject([{ reason: { status: 409, code: 'changed-meanwhile' } }])
    expect((await world.services.people.list()).map(({ name }) => name).filter(name => name.length === 1)).toHaveLength(
      2,
    )
    expect(await peopleIn(world.db).byId('isla')).toEqual(isla)
  })
})

describe('an account', () => {
  it('gets a new password from an administrator, and what was signed in to it ends', async () => {
    const {
      passwords: [old],
    } = await take(list('Ada Reedmace,ada@sallowmere.test,,'))
    const { signInId, person } = await signIn('ada@sallowmere.test', old!.password)
    const { password } = await world.services.people.givePassword(world.people.asha, person.id, ASHA)
    expect(await refusalOf(world.services.auth.personOf(signInId))).toBe('not-signed-in')
    expect(await refusalOf(signIn('ada@sallowmere.test', old!.password))).toBe('sign-in-failed')
    expect((await signIn('ada@sallowmere.test', password)).person.id).toBe(person.id)
    expect((await acts())[0]).toEqual(['give-password', 'Ada Reedmace', ''])
    const give = (id: string, own: string) => refusalOf(world.services.people.givePassword(world.people.asha, id, own))
    expect(await give('no-one', ASHA)).toBe('not-found')
    expect(await give(person.id, 'not mine')).toBe('wrong-password')
    expect((await signIn('ada@sallowmere.test', password)).person.id).toBe(person.id)
  })

  it('is closed, with the words of a wrong password, and opened again; nobody closes their own', async () => {
    const {
      passwords: [given],
    } = await take(list('Ada Reedmace,ada@sallowmere.test,,'))
    const { signInId, person } = await signIn('ada@sallowmere.test', given!.password)
    await world.services.people.setOpen(world.people.asha, person.id, false)
    expect(await refusalOf(world.services.auth.personOf(signInId))).toBe('not-signed-in')
    expect(await refusalOf(signIn('ada@sallowmere.test', given!.password))).toBe('sign-in-failed')
    expect((await world.services.assigning.choices()).people.map(({ name }) => name)).not.toContain('Ada Reedmace')
    await world.services.people.setOpen(world.people.asha, person.id, true)
    expect((await signIn('ada@sallowmere.test', given!.password)).person.id).toBe(person.id)
    expect(await refusalOf(world.services.people.setOpen(world.people.asha, 'asha', false))).toBe('own-account')
  })

  it('gets a password of one’s own for the present one, which ends the other sign-ins', async () => {
    const {
      passwords: [given],
    } = await take(list('Ada Reedmace,ada@sallowmere.test,,'))
    const other = await signIn('ada@sallowmere.test', given!.password)
    const change = (current: string, wanted: string) =>
      world.services.auth.changePassword(other.person, current, wanted)
    expect(await refusalOf(change('wrong', 'keel-and-sail'))).toBe('wrong-password')
    expect(await refusalOf(change(given!.password, given!.password))).toBe('same-password')
    expect(await refusalOf(change(given!.password, 'Reedmace-2026'))).toBe('weak-password')
    expect(await refusalOf(change(given!.password, 'Password12'))).toBe('weak-password')
    const { signInId } = await change(given!.password, 'keel-and-sail')
    expect(await refusalOf(world.services.auth.personOf(other.signInId))).toBe('not-signed-in')
    expect((await world.services.auth.personOf(signInId)).name).toBe('Ada Reedmace')
    expect((await signIn('ada@sallowmere.test', 'keel-and-sail')).person.name).toBe('Ada Reedmace')
    for (let count = 0; count < 7; count += 1)
      expect(await refusalOf(change('wrong', 'keel-and-sail'))).toBe('wrong-password')
    expect(await refusalOf(change('keel-and-sail', 'sail-and-keel'))).toBe('too-many-sign-ins')
  })
})

describe('a centre where nobody is yet', () => {
  it('begins with an administrator from the settings, once', async () => {
    await world.db('room_people').delete()
    await world.db('people').delete()
    await world.services.people.begin({ email: '', password: '' })
    expect(await world.services.people.list()).toEqual([])
    await expect(world.services.people.begin({ email: 'office@sallowmere.test', password: 'short' })).rejects.toThrow(
      'A password has 10 characters at least.',
    )
    await expect(world.services.people.begin({ email: 'office', password: 'keel-and-sail' })).rejects.toThrow(
      'ANVIL_ADMIN is not an address.',
    )
    await world.services.people.begin({ email: 'Office@sallowmere.test', password: 'keel-and-sail' })
    await world.services.people.begin({ email: 'second@sallowmere.test', password: 'keel-and-sail' })
    expect((await world.services.people.list()).map(({ email, role }) => [email, role])).toEqual([
      ['office@sallowmere.test', 'administrator'],
    ])
    expect((await signIn('office@sallowmere.test', 'keel-and-sail')).person.role).toBe('administrator')
  })
})
