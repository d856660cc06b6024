import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Page } from 'playwright-core'
import { askOnStrip, choose } from './acts'
import { openWorld, type World } from './world'

/** Agents that do things: a tool set up and tried, used by an agent, and a crossing that is really booked. */
let world: World
let marlow: string
let designer: Page

beforeAll(async () => {
  world = await openWorld()
  marlow = await world.agent('Marlow')
  designer = await world.open('/tools')
})
afterAll(async () => world?.end())

const ask = (line: string) => askOnStrip(designer, 'Marlow', line)

describe('a tool', () => {
  it('is put together by hand, tried, and what came back kept for tests', async () => {
    const office = await fetch(`${world.url}/api/tools`).then(
      async (found) => (await found.json()).tools[0].url as string,
    )
    await designer.getByRole('button', { name: 'New tool' }).click()
    await choose(designer, designer.getByRole('combobox', { name: 'Where it comes from' }), 'Request')
    await designer.getByLabel('Name').fill('Booking lookup')
    await designer.getByLabel('Address').fill(office)
    await designer.getByRole('button', { name: 'Put it together' }).click()
    await designer.getByRole('heading', { name: 'Booking lookup', level: 1 }).waitFor()
    await designer.getByLabel('Address', { exact: true }).fill('/fare')
    await designer.getByRole('button', { name: 'Add an input' }).click()
    await designer.getByLabel('Input 1: name').fill('island')
    await designer.getByRole('button', { name: 'Add a line' }).first().click()
    await designer.getByText('✓ Kept').waitFor()
    const panel = designer.getByRole('complementary', { name: 'Try it' })
    await panel.getByLabel('island', { exact: true }).fill('Inchmore')
    await panel.getByRole('button', { name: 'Show what would be sent' }).click()
    await panel.getByText('/fare?island=Inchmore').waitFor()
    await panel.getByRole('button', { name: 'Call it' }).click()
    await panel.getByText('✓ Came back').waitFor()
    await choose(designer, designer.getByRole('combobox', { name: 'What is taken of the reply' }), /^total/)
    await panel.getByRole('button', { name: 'Call it' }).click()
    await panel.getByRole('button', { name: 'Keep what came back' }).click()
    await expect.poll(() => panel.getByLabel('What answers in tests').inputValue()).toContain('£8.50')
    await designer.getByText('✓ Kept').waitFor()
    await panel.getByText('tried by hand').first().waitFor()
  })

  it('is taken away, and brought back by undo', async () => {
    await designer.getByRole('button', { name: 'Take this tool away' }).click()
    await designer.getByRole('button', { name: /^Undo/ }).click()
    await designer.getByRole('heading', { name: 'Booking lookup', level: 1 }).waitFor()
  })
})

describe('an agent with tools', () => {
  it('is told when to use one, and uses it on the try strip, with the call in its workings', async () => {
    await designer.goto(`${world.url}${marlow}/brief`)
    const tools = designer.locator('#tools')
    await choose(designer, designer.getByRole('combobox', { name: 'Add a tool' }), /Find a booking/)
    const added = tools.locator('[data-entry]').last()
    await added.getByLabel('Used when').fill('someone asks about a booking they have made')
    await designer.getByText('Saved just now').waitFor()
    await ask('Is there still room on the boat to Little Tarn on Friday?')
    await designer.getByRole('cell', { name: 'Guillemot' }).first().waitFor()
    await designer
      .getByRole('button', { name: /What the tool gave back/ })
      .first()
      .click()
    await designer.getByText('"seats_left":48').first().waitFor()
    await designer.locator('.sheet article').last().getByRole('button', { name: 'Show workings' }).click()
    await designer.getByText('The tool “Seats left” was used.').first().waitFor()
  })

  it('has tools offered behind an @ in the steps of a duty', async () => {
    await designer.goto(`${world.url}${marlow}/brief`)
    const steps = designer.getByRole('textbox', { name: 'Duty 1: then' })
    await steps.click()
    await designer.keyboard.press('Control+End')
    await designer.keyboard.type(' @seats')
    await designer.getByRole('option', { name: /seats_left/ }).click()
    await expect.poll(() => steps.inputValue()).toContain('@seats_left')
    await designer.getByRole('button', { name: 'Undo' }).first().click()
  })

  it('does nothing outside while it is tried, and books for a visitor once they said yes', async () => {
    await ask('I want to make a group booking for 12 people to Inchmore next Friday, write to ana@post.example')
    await designer.getByText('Shall I do that?').first().waitFor()
    await ask('yes')
    await designer
      .getByText(/Your crossing BSF-1001 is booked: 2027-03-12/)
      .first()
      .waitFor()

    await designer.goto(`${world.url}${marlow}/release`)
    await designer.getByRole('button', { name: 'Publish edition 2' }).click()
    await designer.getByText('Edition 2 is live.').waitFor()
    const visitor = await world.open('/talk/marlow')
    const say = async (line: string) => {
      await visitor.getByRole('textbox').fill(line)
      await visitor.keyboard.press('Enter')
    }
    await say('I want to make a group booking for 12 people to Inchmore next Friday')
    await visitor.getByText('Which e-mail address may the desk write to?').first().waitFor()
    await say('ana@post.example')
    await visitor.getByText('Shall I do that?').first().waitFor()
    await say('make that 14 people')
    await visitor.getByText('people: 14').first().waitFor()
    await say('Yes please')
    await visitor
      .getByText(/Your crossing BSF-1001 is booked: .* to Inchmore for 14/)
      .first()
      .waitFor()
    await visitor.close()

    await designer.goto(`${world.url}${marlow}/logbook`)
    await designer.getByText('I want to make a group booking for 12 people').first().click()
    await designer
      .locator('.reading')
      .getByText(/Your crossing BSF-1001 is booked/)
      .first()
      .waitFor()
  })
})
