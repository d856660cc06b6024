import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Page } from 'playwright-core'
import { fromMenu } from './acts'
import { openWorld, type World } from './world'

/** Refining: what was wrong is said under the answer, and an edit that was tried on everything is taken, each click counted. */
let world: World
let page: Page
beforeAll(async () => {
  world = await openWorld()
  page = await world.open('/')
  await page
    .getByRole('link', { name: /Marlow/ })
    .first()
    .click()
  await page.getByRole('heading', { name: 'Marlow', level: 1 }).waitFor()
}, 120_000)
afterAll(() => world.end())

const line = () => page.locator('article.line').last()
const ask = async (question: string) => {
  await page.keyboard.press('/')
  await page.keyboard.type(question)
  await page.keyboard.press('Enter')
  await line().getByText(question).waitFor()
  await line().getByRole('button', { name: 'Not right?' }).waitFor()
}
const reply = () => line().getByRole('region', { name: 'Answer now' }).first().innerText()

/** Says what was wrong and takes the best proposal; gives how many clicks it took, and what the trial had said. */
async function mend(said: { wrong?: string; mark?: string; wanted?: string }, summary: RegExp) {
  let clicks = 1
  await line().getByRole('button', { name: 'Not right?' }).click()
  if (said.wrong) await line().getByRole('textbox', { name: 'What was wrong' }).fill(said.wrong)
  if (said.mark) {
    clicks++
    await line().getByText(said.mark, { exact: true }).click()
  }
  if (said.wanted) await line().getByRole('textbox', { name: 'You wanted' }).fill(said.wanted)
  clicks++
  await line().getByRole('button', { name: 'Find out why' }).click()
  const proposal = line().locator('.proposal.good').filter({ hasText: summary }).first()
  await proposal.getByText(/breaks none of \d+ scripts/).waitFor()
  const told = await proposal.locator('.line').innerText()
  const cause = await line().locator('.cause').innerText()
  clicks++
  await proposal.getByRole('button', { name: 'Accept' }).click()
  await page
    .getByText(/^Accepted: /)
    .first()
    .waitFor()
  return { clicks, told, cause }
}

describe('three flaws of the sample agent', () => {
  it('two rules that do not agree: mended in three clicks', async () => {
    await ask('Can I bring my bike?')
    expect(await reply()).not.toContain('deckhand')
    const { clicks, told, cause } = await mend(
      { wrong: 'should have said “The deckhand lifts heavy bikes for you.”' },
      /Switch the rule “Never mention/,
    )
    expect(cause).toContain('forbids what you would like it to say')
    expect(told).toMatch(/Mends it, breaks none of \d+ scripts/)
    expect(clicks).toBeLessThanOrEqual(4)
    await expect.poll(reply).toContain('deckhand')
  })

  it('a fact that no document gives: mended by an answer by hand', async () => {
    await ask('Is there a socket to charge my phone?')
    expect(await reply()).toContain('I don’t know')
    const wanted = 'There are sockets under the window seats in the saloon of the Petrel.'
    const { clicks, cause } = await mend({ wanted, mark: 'missing' }, /Keep your answer/)
    expect(cause).toContain('No document says it')
    expect(clicks).toBeLessThanOrEqual(4)
    await expect.poll(reply, { timeout: 20_000 }).toContain('under the window seats')
  })

  it('a habit that is out of tone: the rule is kept from it or switched off, and undone again', async () => {
    await ask('Do children need a ticket?')
    expect(await reply()).toContain('yo-ho-ho')
    const { clicks, cause } = await mend(
      { wrong: 'Too silly. Never say “Little sailors make my heart go yo-ho-ho!”' },
      /Little sailors/,
    )
    expect(cause).toContain('The rule “say ‘Little sailors')
    expect(clicks).toBeLessThanOrEqual(4)
    await expect.poll(reply).not.toContain('yo-ho-ho')
    await page.getByRole('button', { name: 'Undo' }).last().click()
    await ask('Do children need a ticket?')
    await expect.poll(reply).toContain('yo-ho-ho')
  })
})

describe('the notes', () => {
  it('are listed with what became of them, and their proposals can be taken together', async () => {
    await page.keyboard.press('Escape')
    await page.goto(page.url().replace(/\/agents\/(\w+).*/, '/agents/$1/rehearse?view=notes'))
    const list = page.getByRole('region', { name: 'Notes' })
    await list.getByText('1 note waiting').waitFor()
    await list.getByText('accepted').first().waitFor()
    const view = page.getByRole('region', { name: 'Note', exact: true })
    await view.getByRole('heading', { name: 'Do children need a ticket?' }).waitFor()
    const ticks = view.locator('.proposal .el-checkbox')
    await ticks.nth(0).click()
    await ticks.nth(1).click()
    await view.getByRole('button', { name: 'Try these 2 together' }).click()
    await view
      .getByText(/; and /)
      .first()
      .waitFor()
  })
})

describe('the scripts', () => {
  it('are pasted as conversations, looked at before they are kept, and run', async () => {
    await page.goto(page.url().replace(/\/rehearse.*/, '/rehearse'))
    await fromMenu(page, page.getByRole('button', { name: 'More for scripts' }), /Add many/)
    const dialog = page.getByRole('dialog', { name: 'Add many scripts' })
    await dialog
      .getByRole('textbox', { name: 'Scripts' })
      .fill('# Deckhands\nvisitor: Can I bring my bike?\n- says: “deckhand”\n- cites')
    await dialog.getByText('1 script: Deckhands').waitFor()
    await dialog.getByRole('button', { name: 'Keep 1 script' }).click()
    await page.locator('[data-script="Deckhands"]').waitFor()
    await page.getByRole('button', { name: 'Run all scripts' }).click()
    await page.locator('[data-script="Deckhands"] .cell.pass').first().waitFor()
  })
})

describe('the studies', () => {
  const view = () => page.getByRole('region', { name: 'What the study found' })
  const begin = async (name: string) => {
    await page.getByRole('button', { name: `Begin: ${name}` }).click()
  }

  it('of effects show what a rule does, and lead back to its line', async () => {
    await page.goto(page.url().replace(/\/rehearse.*/, '/rehearse?view=studies'))
    await begin('Effects')
    await view()
      .getByText(/lines? of the brief moves? something/)
      .waitFor({ timeout: 60_000 })
    const rule = view().getByRole('listitem').filter({ hasText: 'The deckhand lifts heavy bikes' })
    await rule.getByText('Leaving it out breaks 1').waitFor()
    await view().getByText('no script uses it').first().waitFor()
  })

  it('of coverage draft scripts that are kept by ticking them', async () => {
    await begin('Coverage')
    await view().getByText('Not touched by any script').waitFor({ timeout: 60_000 })
    await view().getByRole('button', { name: 'Tick all that work' }).click()
    await view()
      .getByRole('button', { name: /^Keep \d+ scripts$/ })
      .click()
    await page.getByText(/\d+ scripts kept\./).waitFor()
  })

  it('of since when find the edit that changed an answer', async () => {
    await begin('Since when')
    await page.getByRole('textbox', { name: 'The line that is asked' }).fill('Can I bring my bike?')
    await page.getByRole('textbox', { name: 'What was so: value' }).fill('deckhand')
    await page.getByRole('button', { name: 'Begin', exact: true }).click()
    await view()
      .getByText(/Since revision \d+/)
      .waitFor({ timeout: 60_000 })
    await view().getByText('Rule changed').waitFor()
  })

  it('of stress and side by side come to their end, and keep a vote', async () => {
    await begin('Stress')
    await view().getByText('Slips of the pen').first().waitFor({ timeout: 90_000 })
    await begin('Side by side')
    await page.getByRole('button', { name: 'Begin', exact: true }).click()
    await view().getByText('Export as CSV').waitFor({ timeout: 60_000 })
    await view().getByText('left is better').first().click()
    await view().getByText('1 vote').first().waitFor()
  })
})
