import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Page } from 'playwright-core'
import { openWorld, type World } from './world'

/** The finder and its question set, dropped archives, and answers as tables: driven in a browser. */
let world: World
let page: Page
let library: string
beforeAll(async () => {
  world = await openWorld()
  library = `${await world.agent('Marlow')}/library`
  page = await world.open(library)
}, 120_000)
afterAll(() => world.end())

const find = async (question: string) => {
  await page.getByLabel('Question for the finder').fill(question)
  await page.locator(`.hits[data-question="${question}"] > li`).first().waitFor()
}
const board = () => page.getByRole('region', { name: 'Question set' })

describe('the finder', () => {
  it('keeps a question with the passage that should answer it, and scores the set', async () => {
    await board().getByText('Ask the finder something').waitFor()
    await find('Can I bring my dog?')
    await page.locator('.hits > li').first().getByRole('button', { name: 'Expected' }).click()
    await board().getByText('✓ first').waitFor()
    expect(await board().locator('dd.number').first().innerText()).toBe('100%')
    expect(await page.locator('.hits > li').first().getByRole('button', { name: '✓ Expected' }).isDisabled()).toBe(true)
  })

  it('finds through slips of the pen, and says how it read them', async () => {
    await find('can i bring a bycicle')
    await page.getByText('Read “bycicle” as bicycle').waitFor()
    await page
      .locator('.hits mark', { hasText: /bicycle/i })
      .first()
      .waitFor()
  })

  it('says why an expected passage did not win', async () => {
    await find('When is the last boat from Sula Holm?')
    await page.locator('.hits > li').nth(2).getByRole('button', { name: 'Expected' }).click()
    await page.getByText(/The passage you expect is ranked 3: /).waitFor()
    await board().getByText('◐ 3rd').waitFor()
  })

  it('gives back a question that was taken out', async () => {
    await board().getByRole('button', { name: 'Take “Can I bring my dog?” out' }).click()
    await page.getByText('is out of the question set').waitFor()
    await board().getByText('✓ first').waitFor({ state: 'detached' })
    await page.getByRole('button', { name: 'Undo' }).last().click()
    await board().getByText('✓ first').waitFor()
  })

  it('asks a question of the set again when it is clicked', async () => {
    await board().getByRole('button', { name: 'Can I bring my dog?', exact: true }).click()
    expect(await page.getByLabel('Question for the finder').inputValue()).toBe('Can I bring my dog?')
  })
})

describe('an answer given by hand', () => {
  it('is kept in the library, asked again at once beside the answer before, and can be undone', async () => {
    await page.getByRole('textbox', { name: /^Ask / }).fill('Who paints the boats?')
    await page.getByRole('button', { name: 'Ask', exact: true }).click()
    await page.getByRole('button', { name: 'Answer it yourself' }).click()
    await page.getByLabel('the answer is').fill('The boats are painted by the yard in Carrow Quay every March.')
    await page.getByLabel('the answer is').press('Control+Enter')
    await page.getByText('kept in the library, under “Answers given by hand”').waitFor()
    const lines = page.locator('article.line')
    await lines.last().getByLabel('Answer now').getByText('painted by the yard').waitFor()
    await lines.last().getByLabel('Answer before').waitFor()
    expect(await lines.count()).toBe(2)
    await page.getByRole('button', { name: 'Undo' }).last().click()
    await page.getByRole('button', { name: 'Close the conversation' }).click()
    await page.locator('[data-source="Answers given by hand"]').waitFor({ state: 'detached' })
  })
})
