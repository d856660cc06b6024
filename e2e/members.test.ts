import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Page } from 'playwright-core'
import { choose } from './acts'
import { openWorld, type World } from './world'

/** A team on one server: the first member, a link, an agent that is shared, and one that is not. */
let world: World
let olive: Page
let bo: Page

beforeAll(async () => {
  world = await openWorld()
  olive = await world.open('/people')
})
afterAll(() => world?.end())

const names = (page: Page) =>
  page.locator('[data-agent]').evaluateAll((rows) => rows.map((row) => row.getAttribute('data-agent')))

describe('members', () => {
  it('begin with the first one, who owns what there is', async () => {
    await olive.getByLabel('Your name').fill('Olive Marsh')
    await olive.getByLabel('E-mail address').fill('olive@example.org')
    await olive.getByLabel('Password').fill('nine lives of a parrot')
    await olive.getByRole('button', { name: 'Make me the first member' }).click()
    await olive.getByText('Olive Marsh (you)').waitFor()
    // From now on everybody signs in, and comes to where they wanted to go.
    const somebody = await world.open('/settings')
    await somebody.getByRole('button', { name: 'Sign in' }).waitFor()
    await somebody.getByLabel('E-mail address').fill('olive@example.org')
    await somebody.getByLabel('Password', { exact: true }).fill('wrong')
    await somebody.keyboard.press('Enter')
    await somebody.getByText('E-mail address or password is wrong.').waitFor()
    await somebody.getByLabel('Password', { exact: true }).fill('nine lives of a parrot')
    await somebody.keyboard.press('Enter')
    await somebody.getByRole('heading', { name: 'Models and settings' }).waitFor()
    await somebody.close()
  })

  it('come in by a link, and see nothing that is not theirs', async () => {
    await olive.getByRole('textbox', { name: 'E-mail address' }).fill('bo@example.org')
    await olive.getByRole('button', { name: 'Make a link' }).click()
    const link = await olive.getByLabel('The link').inputValue()
    bo = await world.open(new URL(link).pathname)
    await bo.getByLabel('Your name, as others here see it').fill('Bo Lark')
    await bo.getByLabel(/^Password/).fill('another long password')
    await bo.getByRole('button', { name: 'Come in' }).click()
    await bo.getByRole('heading', { name: 'No agents yet' }).waitFor()
    await bo.goto(`${world.url}/settings`)
    await bo.getByText('These settings are an owner’s').waitFor()
  })

  it('share an agent, for as long as its owner says', async () => {
    await olive.goto(world.url)
    await olive.getByRole('button', { name: /can be done with Marlow/ }).click()
    await olive.getByText('Share …').first().click()
    await olive.getByPlaceholder('somebody@example.org').fill('bo@example.org')
    await choose(olive, olive.getByRole('combobox', { name: 'What they may do' }), 'looks and asks')
    await olive.getByRole('button', { name: 'Share', exact: true }).click()
    await olive.getByText('Bo Lark', { exact: true }).waitFor()
    await bo.goto(world.url)
    await bo.locator('[data-agent]').first().waitFor()
    expect(await names(bo)).toEqual(['Marlow'])
    // A reader looks and asks; what is written is refused in words.
    await bo.getByRole('link', { name: 'Marlow' }).click()
    await bo.getByRole('textbox', { name: 'Audience' }).fill('Mine alone.')
    await bo
      .getByText(/not yours to do/)
      .first()
      .waitFor()
    await olive.getByRole('button', { name: 'No longer' }).click()
    await olive.getByText('Bo Lark', { exact: true }).waitFor({ state: 'hidden' })
    await bo.goto(world.url)
    await bo.getByRole('heading', { name: 'No agents yet' }).waitFor()
  })

  it('sign out, and are asked who they are', async () => {
    await bo.getByRole('button', { name: /Bo Lark/ }).click()
    await bo.getByText('Sign out').click()
    await bo.getByRole('button', { name: 'Sign in' }).waitFor()
    await bo.goto(`${world.url}/people`)
    await bo.getByRole('button', { name: 'Sign in' }).waitFor()
  })
})
