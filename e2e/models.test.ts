import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Page } from 'playwright-core'
import { choose, pick } from './acts'
import { openWorld, type World } from './world'

/** Outside models in the real interface: set up, tried, let speak, and held to what the documents say. */
let world: World
let page: Page
let marlow: string

beforeAll(async () => {
  world = await openWorld()
  marlow = await world.agent('Marlow')
})
afterAll(() => world?.end())

const QUESTION = 'How early must foot passengers check in?'
const toast = (text: string | RegExp) => page.getByText(text).first().waitFor()

/** Chooses a simulated model for Marlow in the settings, with one click. */
async function simulate(model: string): Promise<void> {
  await page.goto(`${world.url}/settings`)
  await choose(page, page.getByRole('combobox', { name: 'Agent' }), 'Marlow')
  await pick(page, new RegExp(`^${model}\\b`))
  await toast(/answers through the/)
}

/** Asks in the try strip; gives the line once its answer stands, and whether text was seen before that. */
async function ask(text: string) {
  await page.goto(`${world.url}${marlow}/brief`)
  await page.getByRole('textbox', { name: /^Ask / }).fill(text)
  await page.getByRole('button', { name: 'Ask', exact: true }).click()
  const line = page.locator('article.line').last()
  const streamed = line.locator('.coming .reply').waitFor()
  const done = line.getByRole('button', { name: 'Show workings' }).waitFor()
  const hasStreamed = await Promise.race([
    streamed.then(
      () => true,
      () => false,
    ),
    done.then(() => false),
  ])
  await done
  return { line, hasStreamed }
}

describe('an endpoint', () => {
  it('is set up with a model it tells of, tried for three things, and its key is never shown again', async () => {
    page = await world.open('/settings')
    await page.getByRole('button', { name: 'Set up an endpoint' }).click()
    await page.getByLabel('Name', { exact: true }).fill('My model')
    await page.getByLabel('Base address').fill(world.model)
    await page.getByLabel('Key').fill('sk-e2e-secret')
    await page.getByText(/tells of \d+ models/).waitFor()
    await page.getByLabel('Model', { exact: true }).fill('call')
    await page.getByRole('option', { name: 'calling' }).click()
    await page.getByRole('button', { name: 'Set up', exact: true }).click()
    const endpoints = page.locator('section', { has: page.getByRole('heading', { name: 'Endpoints' }) })
    await endpoints.getByRole('button', { name: 'Try it' }).click()
    await toast('✓ answers')
    await toast('✓ streams')
    await toast('✓ calls tools')
    expect(await page.content()).not.toContain('sk-e2e-secret')
  })

  it('answers once it is chosen, and its calls are in the workings', async () => {
    await page.goto(`${world.url}${marlow}/brief`)
    await pick(page, /My model/)
    await toast('The model was changed.')
    const { line } = await ask('How much are two adult returns to Sula Holm?')
    await line.getByText('£21.60').first().waitFor()
    await line.getByRole('button', { name: 'Show workings' }).click()
    await line.getByText(/calculator .*2 \* 10\.80/).waitFor()
  })
})

describe('a faithful model', () => {
  it('streams an answer in its own words, with citations', async () => {
    await simulate('faithful')
    const { line, hasStreamed } = await ask(QUESTION)
    expect(hasStreamed).toBe(true)
    const reply = (await line.locator('.reply').first().textContent())!
    expect(reply).toContain('20 minutes')
    expect(reply).not.toContain('Foot passengers must check in at least 20 minutes before departure')
    await line.getByRole('button', { name: 'Open source 1' }).first().waitFor()
    expect(await line.getByText('Not backed').count()).toBe(0)
    await line.getByText(/tokens/).waitFor()
  })
})

describe('a loose model', () => {
  let invention: string

  it('has its invention marked on the designer’s sheet, with why', async () => {
    await simulate('loose')
    const { line } = await ask(QUESTION)
    await line.getByText('Not backed').first().waitFor()
    invention = (await line.locator('.unbacked').first().textContent())!
    expect(invention.length).toBeGreaterThan(10)
  })

  it('is asked again on the visitor’s page, where nobody ever sees it', async () => {
    const visitor = await world.open('/talk/marlow')
    // Whatever is drawn, if only for a moment, is looked at.
    await visitor.evaluate((text) => {
      const seen = window as unknown as { sawIt?: boolean }
      new MutationObserver(() => {
        if (document.body.textContent?.includes(text)) seen.sawIt = true
      }).observe(document.body, { subtree: true, childList: true, characterData: true })
    }, invention)
    await visitor.getByRole('textbox').fill(QUESTION)
    await visitor.keyboard.press('Enter')
    const reply = visitor.locator('.reply:not(.waiting)')
    await reply.last().getByText('20 minutes').waitFor()
    expect(await visitor.evaluate(() => (window as unknown as { sawIt?: boolean }).sawIt)).toBeUndefined()
    expect(await reply.last().textContent()).not.toContain(invention)
    await page.goto(`${world.url}${marlow}/logbook`)
    await page.getByText(QUESTION).first().click()
    await page
      .getByRole('button', { name: /workings/i })
      .first()
      .click()
    await page
      .getByText(/so the model was asked once more/)
      .first()
      .waitFor()
  })
})

describe('a failing model', () => {
  it('is told in full to the designer, and in a sentence to a visitor', async () => {
    await simulate('failing-page')
    await page.goto(`${world.url}${marlow}/brief`)
    await page.getByRole('textbox', { name: /^Ask / }).fill(QUESTION)
    await page.getByRole('button', { name: 'Ask', exact: true }).click()
    await page
      .getByRole('alert')
      .getByText(/sent a web page/)
      .waitFor()
    const visitor = await world.open('/talk/marlow')
    await visitor.getByRole('textbox').fill(QUESTION)
    await visitor.keyboard.press('Enter')
    await visitor.getByText(/There is no answer just now/).waitFor()
    expect(await visitor.content()).not.toContain('Simulated')
  })
})
