import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Page } from 'playwright-core'
import { openWorld, type World } from './world'

/** A visitor asks for a person, leaves details, is answered by one, and rates; the designer reads, takes along, and mends. */
let world: World
let marlow: string
let desk: Page
let visitor: Page

beforeAll(async () => {
  world = await openWorld()
  marlow = await world.agent('Marlow')
  desk = await world.open(`${marlow}/logbook`)
})
afterAll(async () => world?.end())

const ask = async (text: string) => {
  await visitor.getByRole('textbox', { name: /^Ask/ }).fill(text)
  await visitor.keyboard.press('Enter')
}

/** The page of an outlet that asks for name and address when a person is asked for. */
async function outletWithForm(): Promise<string> {
  await desk.goto(`${world.url}${marlow}/release`)
  await desk.getByRole('button', { name: /New outlet/ }).click()
  await desk.getByRole('menuitem', { name: /^Page/ }).click()
  for (let field = 0; field < 3; field++) await desk.getByRole('button', { name: 'Add a field' }).click()
  await desk.getByText('✓ Kept').waitFor()
  return (await desk.locator('pre').textContent())!.trim()
}

describe('a visitor and a person', () => {
  it('are brought together where somebody is there, and read each other at once', async () => {
    await desk.getByRole('button', { name: 'Let people answer' }).click()
    await desk.getByRole('dialog').getByRole('button', { name: 'Keep' }).click()
    const address = await outletWithForm()
    await desk.goto(`${world.url}${marlow}/logbook`)
    await desk.getByText('I answer visitors now').click()
    await desk.getByText('are told that one comes').waitFor()

    visitor = await world.open(new URL(address).pathname)
    await ask('Can I talk to a person please?')
    await visitor.getByText('I have asked a person to join you here.').first().waitFor()
    await visitor.getByText('A person was asked to join.').waitFor()

    await visitor.getByLabel('E-mail *').fill('tom')
    await visitor.getByRole('button', { name: 'Send', exact: true }).click()
    await visitor.getByText(/no mail address/).waitFor()
    await visitor.getByLabel('Your name').fill('Tom Hale')
    await visitor.getByLabel('E-mail *').fill('tom@hale.example')
    await visitor.getByLabel('You may write to me about this.').check()
    await visitor.getByRole('button', { name: 'Send', exact: true }).click()
    await visitor.getByText('Thank you.').first().waitFor()

    await desk.getByRole('button', { name: '1 visitor waits: answer' }).click()
    await desk.getByRole('button', { name: 'Take this conversation' }).click()
    const writing = desk.getByLabel('Write to the visitor')
    await writing.fill('Hello Tom, what happened?')
    await writing.press('Enter')
    await visitor.locator('.by-person').first().waitFor()
    await ask('I left my bag on the Petrel.')
    await desk.getByText('I left my bag on the Petrel.').last().waitFor()
    expect(await visitor.locator('.reply.waiting:visible').count()).toBe(0)
    await desk.getByRole('button', { name: /Give it back/ }).click()
    await visitor
      .getByText(/has left\. Marlow answers again\./)
      .first()
      .waitFor()
  })

  it('find the conversation again when the page is loaded anew, and none once it is begun over', async () => {
    await visitor.reload()
    await visitor.locator('.by-person').first().waitFor()
    await ask('Can I bring my dog?')
    await visitor
      .getByText(/Dogs travel free/)
      .first()
      .waitFor()
    await visitor.getByRole('button', { name: 'Not helpful' }).last().click()
    await visitor
      .getByLabel(/What was wrong/)
      .last()
      .fill('Which kennels?')
    await visitor.keyboard.press('Enter')
    await visitor.getByText('Thank you.').last().waitFor()
    await visitor.getByLabel('More').click()
    await visitor.getByRole('button', { name: 'Start over' }).click()
    await visitor.getByText('What would you like to know').waitFor()
    expect(await visitor.locator('.by-person').count()).toBe(0)
  })

  it('lead back to the agent: what was wanted is answered, and asked again it is known', async () => {
    await ask('Do you sell umbrellas?')
    await visitor.locator('.rating').last().waitFor()
    await desk.getByRole('radio', { name: 'What they want' }).locator('..').click()
    await desk.getByText('“Which kennels?”').waitFor()
    const wanted = desk.locator('li', { hasText: 'Do you sell umbrellas?' }).first()
    await wanted.getByRole('button', { name: 'Answer it' }).click()
    await desk.getByLabel('Answer to Do you sell umbrellas?').fill('Umbrellas are sold at the kiosk on Carrow Quay.')
    await desk.getByRole('button', { name: 'Keep the answer' }).click()
    await desk.getByText('It was answered.', { exact: false }).first().waitFor()
    await desk.goto(`${world.url}${marlow}/release`)
    await desk.getByRole('button', { name: 'Publish edition 2' }).click()
    await desk.getByText('Edition 2 is live.').waitFor()
    await ask('Do you sell umbrellas?')
    await visitor.getByText('Umbrellas are sold at the kiosk on Carrow Quay.').first().waitFor()
  })

  it('leave their details where they are taken along and erased', async () => {
    await desk.goto(`${world.url}${marlow}/logbook/visitors`)
    await desk.getByText('tom@hale.example').waitFor()
    await desk.getByRole('button', { name: 'Take along' }).click()
    const [file] = await Promise.all([
      desk.waitForEvent('download'),
      desk.getByRole('menuitem', { name: /vCard/ }).click(),
    ])
    expect(file.suggestedFilename()).toBe('marlow-visitors.vcf')
    await desk.getByRole('button', { name: 'Erase' }).click()
    await desk.getByRole('button', { name: 'Erase for good' }).click()
    await desk.getByText('No visitor has left anything yet').waitFor()
  })

  it('agree on what may be done only then: asked on the page, decided in the logbook, told on the page', async () => {
    const passenger = await world.open('/talk/marlow')
    const line = passenger.getByRole('textbox', { name: /^Ask/ })
    for (const text of ['Please refund my ticket', 'T-9001', 'for three of us']) {
      await line.fill(text)
      await passenger.keyboard.press('Enter')
      await passenger.locator('.rating').last().waitFor()
    }
    await passenger.getByText('A person looks at that first.').first().waitFor()
    await desk.goto(`${world.url}${marlow}/logbook/requests`)
    const request = desk.locator('li', { hasText: 'T-9001' })
    await request.getByLabel(/What the visitor is told/).fill('Sorry for the trouble.')
    await request.getByRole('button', { name: 'Yes, do it' }).click()
    await passenger.getByText('Sorry for the trouble.').first().waitFor()
    await passenger
      .getByText(/The fare for 3 on ticket T-9001 is on its way back/)
      .first()
      .waitFor()
    await desk.getByText('Decided', { exact: true }).click()
    await desk.locator('li', { hasText: 'T-9001' }).getByRole('link', { name: 'Read the conversation' }).click()
    await desk.getByText('After the team had decided:').waitFor()
    await passenger.close()
  })

  it('put right and take back what they asked for, and the logbook shows what is left', async () => {
    const passenger = await world.open('/talk/marlow')
    const say = async (text: string, told: string) => {
      await passenger.getByRole('textbox', { name: /^Ask/ }).fill(text)
      await passenger.keyboard.press('Enter')
      await passenger.getByText(told).last().waitFor()
    }
    await desk.goto(`${world.url}${marlow}/logbook/requests`)
    await say('Please refund my ticket', 'What is the number of the ticket?')
    await say('T-9002', 'For how many passengers?')
    await say('for two of us', 'A person looks at that first.')
    await desk.locator('li', { hasText: 'T-9002' }).waitFor()
    await say('no, make that three', 'I have changed the passengers to 3.')
    const request = desk.locator('li', { hasText: 'T-9002' })
    await expect.poll(() => request.locator('dd').allTextContents()).toEqual(['T-9002', '3'])
    await say('never mind, thank you', 'All right, I have taken that back.')
    await request.waitFor({ state: 'detached' })
    await desk.getByText('Decided', { exact: true }).click()
    await expect.poll(() => desk.getByText(/The visitor took it back/).count()).toBe(2)
    await passenger.close()
  })

  it('are counted over time', async () => {
    await desk.goto(`${world.url}${marlow}/logbook/over-time`)
    await desk.getByText('How turns ended').waitFor()
    expect(await desk.locator('canvas').count()).toBe(3)
    await desk.getByText('By edition').waitFor()
  })

  it('begin only once the visitor agreed, where that is asked for', async () => {
    await desk.goto(`${world.url}${marlow}/release`)
    await desk.getByRole('button', { name: /New outlet/ }).click()
    await desk.getByRole('menuitem', { name: /^Page/ }).click()
    await desk.getByLabel('Agreed to first').fill('What you write is kept for a week.')
    await desk.getByText('✓ Kept').waitFor()
    await desk.frameLocator('iframe').getByText('What you write is kept for a week.').waitFor()
    const address = (await desk.locator('pre').textContent())!.trim()
    const careful = await world.open(new URL(address).pathname)
    await careful.getByRole('button', { name: 'I agree' }).waitFor()
    expect(await careful.getByRole('textbox', { name: /^Ask/ }).isVisible()).toBe(false)
    await careful.getByRole('button', { name: 'I agree' }).click()
    await careful.getByRole('textbox', { name: /^Ask/ }).waitFor()
    await careful.reload()
    await careful.getByRole('textbox', { name: /^Ask/ }).waitFor()
    await careful.close()
  })
})
