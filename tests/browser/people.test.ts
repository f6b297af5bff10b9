import { describe, expect, it } from 'vitest'
import { allThemes, sideways, violations } from '../support/axe'
import { By, Key, link, press, see, signIn, text } from '../support/browser'
import { Client } from '../support/client'
import { serverAndBrowser } from '../support/session'

const at = serverAndBrowser()

async function clean(): Promise<void> {
  await at.driver.sleep(400)
  expect(await violations(at.driver, allThemes)).toEqual([])
  expect(await sideways(at.driver)).toBe(0)
}

async function as(name: string, lands: string, password = 'slipway-64'): Promise<void> {
  await at.driver.manage().deleteAllCookies()
  await signIn(at.driver, at.server.url, `${name}@sallowmere.test`, { lands, password })
}

async function fillPassword(current: string, wanted: string, again = wanted): Promise<void> {
  for (const [id, value] of Object.entries({ current, wanted, again }))
    await (await see(at.driver, By.id(`password-${id}`))).sendKeys(Key.chord(Key.CONTROL, 'a'), value)
}
const passwordShown = async (email: string): Promise<string> =>
  (await see(at.driver, By.xpath(`//*[@data-passwords]//tr[td[2]="${email}"]/td[3]`))).getText()

describe('an administrator', () => {
  it('adds people from a list, and each signs in with the password shown', async () => {
    const { driver, server } = at
    await as('asha.lindqvist', 'Assignments')
    await (await see(driver, link('People'))).click()
    await see(driver, text('Ada Reedmace'))
    await clean()
    await press(driver, 'Add people')
    await (
      await see(driver, By.id('list'))
    ).sendKeys(
      [
        'name,email,cohorts',
        'Tamsin Reef,tamsin.reef@sallowmere.test,Spring intake',
        'Nobody,nowhere,',
        'Robin Tarn,robin.tarn@sallowmere.test,Spring intake',
      ].join('\n'),
    )
    await press(driver, 'Read the list')
    await see(driver, text('line 3: “nowhere” isn’t an address.'))
    await clean()
    await press(driver, 'Add 1 person, change 1')
    const password = await passwordShown('tamsin.reef@sallowmere.test')
    await clean()
    await driver.get(`${server.url}/assigning/new`)
    await (await see(driver, By.xpath('//*[@id="cohorts"]/ancestor::*[contains(@class,"p-multiselect")]'))).click()
    await (await see(driver, By.xpath('//li[@role="option"][contains(., "Spring intake")]'))).click()
    await driver.actions().sendKeys(Key.ESCAPE).perform()
    await see(driver, text('2 people now'))
    await as('tamsin.reef', 'A password of your own', password)
    await clean()
    // Nothing else is open before there is one.
    await driver.get(`${server.url}/skills`)
    await see(driver, By.xpath('//h1[normalize-space()="A password of your own"]'))
    await fillPassword(password, 'tamsin-2026')
    await press(driver, 'Use it from now on')
    await see(driver, text('made of your name'))
    await fillPassword(password, 'keel-and-sail')
    await press(driver, 'Use it from now on')
    await see(driver, By.xpath('//h1[normalize-space()="My work"]'))
    await as('tamsin.reef', 'My work', 'keel-and-sail')
  })

  it('gives a new password and closes an account, which says no more than a wrong password does', async () => {
    const { driver, server } = at
    await as('asha.lindqvist', 'Assignments')
    await driver.get(`${server.url}/people`)
    await (await see(driver, By.css('input[type="search"]'))).sendKeys('piet.moor')
    await press(driver, 'New password for Piet Moor')
    await (await see(driver, By.id('own-password'))).sendKeys('not-my-own', Key.ENTER)
    await see(driver, text('This isn’t your present password.'))
    await clean()
    await (await see(driver, By.id('own-password'))).sendKeys(Key.chord(Key.CONTROL, 'a'), 'slipway-64')
    await press(driver, 'Give a new password')
    const password = await passwordShown('piet.moor@sallowmere.test')
    await press(driver, 'Done')
    await press(driver, 'Close the account of Piet Moor')
    await press(driver, 'Close the account')
    await see(driver, text('closed'))
    await driver.manage().deleteAllCookies()
    await driver.get(`${server.url}/sign-in`)
    await (await see(driver, By.id('email'))).sendKeys('piet.moor@sallowmere.test')
    await (await see(driver, By.id('password'))).sendKeys(password, Key.ENTER)
    await see(driver, text('The address or the password isn’t right.'))
  })
})

describe('anybody', () => {
  it('changes their own password', async () => {
    const { driver } = at
    await as('noor.halden', 'My work')
    await press(driver, 'Noor Halden')
    await (await see(driver, text('Change password…'))).click()
    const fill = async (current: string, wanted: string, again = wanted): Promise<void> => {
      await fillPassword(current, wanted, again)
      await press(driver, 'Change it')
    }
    await fill('slipway-64', 'short')
    await see(driver, text('A password has 10 characters at least.'))
    await fill('slipway-64', 'keel-and-sail', 'keel-and-tail')
    await see(driver, text('typed in two ways'))
    await fill('not-my-own', 'keel-and-sail')
    await see(driver, text('This isn’t your present password.'))
    await clean()
    await fill('slipway-64', 'keel-and-sail')
    await see(driver, text('The new password holds from now on.'))
    await press(driver, 'Done')
    await as('noor.halden', 'My work', 'keel-and-sail')
  })

  it('sees where they are signed in, and signs out there', async () => {
    const { driver, server } = at
    const elsewhere = await new Client(server.url).signIn('isla.quay')
    await new Client(server.url).signIn('isla.quay')
    await as('isla.quay', 'My work')
    await press(driver, 'Isla Quay')
    await (await see(driver, text('Where you are signed in…'))).click()
    await see(driver, text('this is the one in front of you'))
    await clean()
    await press(driver, 'Sign out everywhere else')
    await see(driver, text('Signed out everywhere else.'))
    expect((await elsewhere.call('GET', '/api/auth/me')).status).toBe(401)
    await new Client(server.url).signIn('isla.quay')
    await press(driver, 'Done')
    await press(driver, 'Isla Quay')
    await (await see(driver, text('Where you are signed in…'))).click()
    await (await see(driver, By.xpath('//button[starts-with(@aria-label, "Sign out there")]'))).click()
    await see(driver, text('Signed out there.'))
    expect(await driver.findElements(By.xpath('//button[starts-with(@aria-label, "Sign out there")]'))).toHaveLength(0)
  })
})

describe('a trainer', () => {
  it('makes a course, and a trainee joins it with the code made for it', async () => {
    const { driver } = at
    await as('marit.feld', 'Assignments')
    await (await see(driver, link('Courses'))).click()
    await see(driver, text('TILLER-7'))
    await clean()
    await press(driver, 'Make a course')
    await (await see(driver, By.id('title'))).sendKeys('Evening books')
    await clean()
    await press(driver, 'Make it')
    const code = await (await see(driver, By.xpath('//tr[contains(., "Evening books")]/td[2]'))).getText()
    await as('wren.osier', 'My work')
    await (await see(driver, By.css('section[aria-label="Courses"] input'))).sendKeys(code, Key.ENTER)
    await see(driver, text('You have joined “Evening books”'))
  })
})
