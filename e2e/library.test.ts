import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Page } from 'playwright-core'
import { pick } from './acts'
import { openWorld, type World } from './world'

/** The care of a library: passages changed by hand, versions, cutting, conflicts, websites, pairs; in a browser. */
let world: World
let page: Page
let library: string
beforeAll(async () => {
  world = await openWorld()
  library = `${await world.agent('Marlow')}/library`
  page = await world.open(library)
}, 120_000)
afterAll(() => world.end())

const row = (name: string) => page.locator('.row').filter({ has: page.locator('.title', { hasText: name }) })
const openSource = async (name: string, view?: string) => {
  await row(name).locator('.main').click()
  if (view) await page.getByRole('tab', { name: view }).click()
}
const passage = (text: string) => page.locator('.band').filter({ hasText: text })
const act = async (text: string, name: string) => {
  await passage(text).hover()
  await passage(text).getByRole('button', { name }).click()
}
const undo = () => page.getByRole('button', { name: 'Undo' }).last().click()

describe('the reader', () => {
  it('corrects a passage with the keyboard, keeps what was read, and takes it back', async () => {
    await openSource('Conditions of carriage')
    await act('A lost ticket can be replaced', 'Correct')
    const field = page.getByLabel('Text of the passage')
    await field.fill('A lost ticket can be replaced at the desk for £3.50.')
    await field.press('Control+Enter')
    await passage('for £3.50').getByText('Changed by hand.').waitFor()
    await passage('for £3.50').getByRole('button', { name: 'Show what was read' }).click()
    await passage('for £3.50').getByText('for £3.00 if you can show').waitFor()
    await undo()
    await passage('for £3.00 if you can show').waitFor()
  })

  it('shows a PDF page beside what was read of it, and follows the passage one is at', async () => {
    await page.getByRole('button', { name: 'Show the original beside it' }).click()
    const picture = page.locator('.original img')
    await expect.poll(() => picture.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeGreaterThan(300)
    await passage('Groups of ten or more').click()
    await page.locator('.original').getByText('page 2', { exact: true }).waitFor()
    await page.getByRole('button', { name: 'Hide the original' }).click()
  })

  it('splits a passage where it is told to', async () => {
    await openSource('Welcome aboard')
    await passage('Brindle Sound Ferries has linked').waitFor()
    const before = await page.locator('.band').count()
    await act('Brindle Sound Ferries has linked', 'Split')
    await page.getByRole('button', { name: 'split here' }).first().click()
    await expect.poll(() => page.locator('.band').count()).toBe(before + 1)
    await undo()
    await expect.poll(() => page.locator('.band').count()).toBe(before)
  })

  it('finds words in the document and marks them', async () => {
    await openSource('Conditions of carriage')
    await page.keyboard.press('Control+f')
    await page.keyboard.type('force 8')
    await expect.poll(() => page.locator('.band mark').allInnerTexts()).toEqual(['force 8'])
    await page.keyboard.press('Escape')
    await expect.poll(() => page.locator('.band').count()).toBeGreaterThan(10)
  })

  it('an excluded passage is not found by the finder, and the versions tell what changed', async () => {
    await act('Foot passengers do not need to book', 'Exclude')
    await page.getByText('Excluded: it is never found.').waitFor()
    await openSource('Conditions of carriage', 'Versions')
    await page.getByRole('button', { name: 'What changed' }).first().click()
    await page.getByRole('cell').filter({ hasText: 'Foot passengers do not need to book' }).first().waitFor()
    await page.getByRole('button', { name: 'Let it answer' }).last().click()
    await page.getByText('Version 1 answers now.').waitFor()
  })

  it('shows what another way of cutting would make of it before it is done', async () => {
    await openSource('Island days', 'Details')
    await pick(page, 'every sentence for itself')
    await page.getByText(/It would be \d+ passages instead of/).waitFor()
    await page.getByRole('button', { name: 'Cut it this way' }).click()
    await page.getByRole('tab', { name: 'As read' }).click()
    await expect.poll(() => page.locator('.band').count()).toBeGreaterThan(5)
  })

  it('keeps what is said of a source, field by field, and takes it back', async () => {
    await openSource('Season tickets', 'Details')
    await page.locator('#d-shelf').fill('Wharf')
    // Something else changes while one types.
    const reloaded = page.waitForResponse((response) => /\/agents\/[^/]+\/sources$/.test(response.url()))
    await page.evaluate(async () => {
      const agentId = location.pathname.split('/')[2]
      const { sources } = (await (await fetch(`/api/agents/${agentId}/sources`)).json()) as {
        sources: { id: string; title: string }[]
      }
      const other = sources.find(({ title }) => title !== 'Season tickets')!
      const headers = { 'content-type': 'application/json' }
      await fetch(`/api/sources/${other.id}`, { method: 'PATCH', headers, body: '{"tags":["seen"]}' })
    })
    await (await reloaded).finished()
    await page.locator('#d-shelf').press('Enter')
    await page.locator('.shelf', { hasText: 'Wharf' }).waitFor()
    await page.getByText('“Season tickets” was changed.').waitFor()
    await undo()
    await page.locator('.shelf', { hasText: 'Wharf' }).waitFor({ state: 'detached' })
    const until = page.getByRole('combobox', { name: 'Answers until' })
    await until.fill('2020-01-01')
    await until.press('Enter')
    await row('Season tickets').getByText('has not answered since 1 Jan 2020').waitFor()
    await page.getByText('“Season tickets” was changed.').waitFor()
    await undo()
    await row('Season tickets').getByText('has not answered').waitFor({ state: 'detached' })
  })
})

describe('sources that do not agree', () => {
  it('are named, shown side by side, and settled', async () => {
    await page.getByRole('button', { name: 'Note', exact: true }).click()
    await page.getByLabel('Title of the note').fill('Old poster')
    await page
      .getByLabel('What the agent should know')
      .fill('Foot passengers must check in at least 35 minutes before departure.')
    await page.getByRole('button', { name: 'Add to the library' }).click()
    await page.getByRole('button', { name: 'In one place sources do not agree' }).click()
    const pane = page.getByRole('region', { name: 'Sources that do not agree' })
    await pane.getByText('20 minutes').waitFor()
    await pane.getByText('35 minutes').waitFor()
    await pane.getByRole('button', { name: 'Both are right' }).click()
    await pane.getByText('Nothing open').waitFor()
    await undo()
    await pane.getByText('35 minutes').waitFor()
    await row('Old poster').hover()
    await row('Old poster').getByRole('button', { name: 'Remove' }).click()
    await pane.getByText('Nothing open').waitFor()
  })
})

describe('a website', () => {
  it('is looked at first, and only what is ticked is read', async () => {
    await page.getByRole('button', { name: 'Website' }).click()
    await page.getByLabel('Where it begins').fill(`${world.site}/`)
    await page.getByRole('button', { name: 'Look at its pages' }).click()
    await page.getByText('Found 7 pages.').waitFor()
    await page.getByRole('button', { name: 'Untick all' }).click()
    await page
      .getByRole('treeitem', { name: /Parking at Carrow Quay/ })
      .locator('.el-checkbox')
      .click()
    await page.getByRole('button', { name: 'Read 1 page' }).click()
    // The same page is in the library already: the twin is offered to be merged.
    await page.getByText('% the same as “Parking at Carrow Quay”').waitFor()
    await page.getByRole('button', { name: 'Keep only the other' }).click()
    await page.getByText('% the same as “Parking at Carrow Quay”').waitFor({ state: 'detached' })
  })
})

describe('pairs', () => {
  it('are written on in a table, rows of a spreadsheet pasted in', async () => {
    await openSource('Asked at the desk', 'Write')
    await page.getByRole('button', { name: '+ another row' }).click()
    await page.getByLabel('Question 4').evaluate((field) => {
      const clipboardData = new DataTransfer()
      clipboardData.setData('text/plain', 'May I paint the rail?\tPlease do not.\nMay I sing?\t"Yes, but\nquietly."')
      field.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
    })
    expect(await page.getByLabel('Answer 5').inputValue()).toBe('Yes, but\nquietly.')
    await page.getByRole('button', { name: 'Keep', exact: true }).click()
    await row('Asked at the desk').getByText('5 passages').waitFor()
  })
})
