import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Page } from 'playwright-core'
import { askOnStrip, choose } from './acts'
import { openWorld, type World } from './world'

/** What a reply shows beside its words, for visitors and for designers. */
let world: World
let marlow: string
let page: Page

beforeAll(async () => {
  world = await openWorld()
  marlow = await world.agent('Marlow')
  page = await world.open('/talk/marlow')
})
afterAll(async () => world?.end())

async function ask(line: string): Promise<void> {
  await page.getByRole('textbox').fill(line)
  await page.keyboard.press('Enter')
}

describe('a visitor', () => {
  it('is shown a table, whose marker opens the row it rests on, and nothing scrolls but the table', async () => {
    await page.setViewportSize({ width: 320, height: 700 })
    await ask('Show me the timetable to Inchmore as a table')
    await page.getByRole('cell', { name: '17:15' }).first().waitFor()
    await page.locator('.insert-table .marker').click()
    await page.getByText('timetable, row').waitFor()
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(320)
    await page.setViewportSize({ width: 1280, height: 800 })
  })

  it('is drawn a chart, whose figures can be read as a table too', async () => {
    await ask('Draw me a chart of the departures per day')
    const chart = page.locator('.insert-chart')
    await chart.locator('canvas[role=img]').waitFor()
    await expect
      .poll(() => chart.locator('canvas').evaluate((canvas: HTMLCanvasElement) => canvas.width))
      .toBeGreaterThan(300)
    await chart.getByText('As a table').click()
    await chart.getByRole('columnheader', { name: 'Saturday' }).waitFor()
  })

  it('takes a document along', async () => {
    await ask('Can I print what there is about bikes?')
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Download bikes.pdf' }).click(),
    ])
    expect(
      readFileSync(await download.path())
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-')
  })

  it('taps a free time, and has the appointment with an invitation once they said yes', async () => {
    await ask('Can I get an appointment at the group desk?')
    await page.getByText('Which day suits you?').first().waitFor()
    const times = page.locator('.insert-times').last()
    await times.getByRole('button').first().click()
    await page.getByText('Under which name?').first().waitFor()
    await ask('Ana Reyes')
    await page.getByText('Which e-mail address shall the invitation go to?').first().waitFor()
    await ask('ana@school.example')
    await page.getByText('Shall I do that?').first().waitFor()
    await ask('Yes please')
    await page
      .getByText(/The group desk expects you on .*; your number is A-/)
      .first()
      .waitFor()
    expect((await world.mails())[0]).toMatchObject({ recipients: ['ana@school.example'] })
  })

  it('finds all of it again after a reload', async () => {
    await page.reload()
    await page.locator('.insert-table').waitFor()
    expect(await page.locator('.insert').count()).toBe(4)
  })

  /** Waits until the last reply tells something. */
  const told = (words: string | RegExp) => page.locator('.lines .reply').last().getByText(words).first().waitFor()

  it('cancels it with a word, and is not asked for number and address again', async () => {
    await ask('Please cancel it')
    await told(/^number: A-/)
    await told('Shall I do that?')
    await ask('yes')
    await told(/Your appointment A-\w+ on .* is cancelled/)
    expect((await world.mails())[0]).toMatchObject({ recipients: ['ana@school.example'] })
  })

  it('asks what is free, taps a time, and is asked for nothing that is known', async () => {
    await ask('When is the group desk free?')
    await told('These times are free:')
    await page.locator('.insert-times').last().getByRole('button').first().click()
    await told('Shall I do that?')
    await ask('no')
    await told('All right, I have dropped that.')
  })
})

describe('a designer', () => {
  it('is quizzed through the colleague, with the keyboard alone, and told why and how many were right', async () => {
    const designer = await world.open(`${marlow}/brief`)
    await askOnStrip(designer, 'Marlow', 'Quiz me on the work of a deckhand')
    const quiz = designer.locator('.insert-quiz')
    await quiz.getByText('1 of 5').waitFor()
    await quiz.getByRole('button').first().focus()
    for (let at = 1; at <= 5; at++) {
      await designer.keyboard.press('Enter')
      await quiz.locator('p.is-right, p.is-wrong').waitFor()
      expect(await quiz.locator('.insert-choice.is-right').count()).toBe(1)
      await designer.keyboard.press('Enter')
    }
    await quiz.getByText(/^\d of 5 right$/).waitFor()
    await designer.close()
  })

  it('allows a button with where it leads, and sees it beside the answer', async () => {
    const designer = await world.open(`${marlow}/brief`)
    const inserts = designer.locator('#inserts')
    await choose(designer, designer.getByRole('combobox', { name: 'Add an insert' }), 'Button')
    const row = inserts.locator('[data-entry]').last()
    await row.getByLabel('When').fill('someone asks about parking')
    await row.getByLabel('Says').fill('Book a space')
    await row.getByLabel('Leads to').fill('javascript:alert(1)')
    await row.getByText('no address a browser follows').waitFor()
    await row.getByLabel('Leads to').fill('https://parking.example/book')
    await designer.getByText('Saved just now').waitFor()
    await askOnStrip(designer, 'Marlow', 'How much is parking for a week?')
    const link = designer.getByRole('link', { name: 'Book a space' })
    expect(await link.getAttribute('href')).toBe('https://parking.example/book')
    await designer.close()
  })
})
