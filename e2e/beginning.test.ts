import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Locator, Page } from 'playwright-core'
import { fromMenu, pick } from './acts'
import { openWorld, type World } from './world'

/** Beginning an agent, its brief with margin and manner, duties and memory: driven as a designer would, in a browser. */
let world: World
let page: Page
beforeAll(async () => {
  world = await openWorld()
  page = await world.open('/new')
}, 120_000)
afterAll(() => world.end())

const button = (name: string | RegExp) => page.getByRole('button', { name })
const saved = () => page.getByText(/^✓ Saved/).waitFor()
const shows = async (place: Locator, text: string | RegExp) => {
  await place.filter({ hasText: text }).first().waitFor()
}
async function ask(text: string): Promise<string> {
  const before = await page.locator('.now .reply').count()
  await page.getByRole('textbox', { name: /^Ask / }).fill(text)
  await page.getByRole('button', { name: 'Ask', exact: true }).click()
  await page.waitForFunction((count) => document.querySelectorAll('.now .reply').length > count, before)
  return page.locator('.now .reply').last().innerText()
}

describe('beginning', () => {
  it('drafts a brief while one writes what the agent is for', async () => {
    await page
      .locator('#begin-text')
      .fill(
        'A calm helper for allotment holders that answers questions on plots and water, never gives legal advice, short answers.',
      )
    const glance = page.getByRole('region', { name: 'The brief so far' })
    await shows(glance, 'answer questions on plots and water')
    await shows(glance, 'legal advice (“Can I sue them?”)')
  })

  it('asks one question at a time, can be left, and goes on where it was', async () => {
    await page.getByRole('tab', { name: /By interview/ }).click()
    await page.getByText('What is the agent there for?').waitFor()
    await page.locator('#answer').fill('answer questions about boats')
    await page.keyboard.press('Control+Enter')
    await page.getByText('Who is asking?').waitFor()
    await page.goto(`${world.url}/`)
    await page.goto(`${world.url}/new`)
    await page.getByRole('tab', { name: /By interview/ }).click()
    await page.getByText('Who is asking?').waitFor()
    await shows(page.getByRole('region', { name: 'The brief so far' }), 'answer questions about boats')
  })

  it('shows where each line of a pasted prompt goes', async () => {
    await page.getByRole('tab', { name: /From a prompt/ }).click()
    await page.locator('#begin-text').fill('You are Otis, a guide.\nAlways say “Hello.”\nThe hall is old.')
    await shows(page.getByRole('list', { name: 'Where each line went' }), 'freeform')
  })

  it('makes an agent of a template, with its scripts', async () => {
    await page.getByRole('tab', { name: /From a template/ }).click()
    await pick(page, /Booking helper/)
    await page.getByLabel('Name').fill('Bilge')
    await button('Create Bilge').click()
    await page.getByRole('heading', { name: 'Library', level: 1 }).waitFor()
    await page.keyboard.press('g')
    await page.keyboard.press('b')
    await page.getByRole('heading', { name: 'Bilge', level: 1 }).waitFor()
    const duty = page.getByPlaceholder('what it does, in two or three words').first()
    expect(await duty.inputValue()).toBe('Make a booking')
  })
})

describe('the margin', () => {
  it('remarks on a rule, says why, and mends it with one click', async () => {
    await button('Add a rule').click()
    await page.getByLabel('Rule 2: do').fill('Always mention the AGM')
    const note = page.locator('[data-field="rules.1"] .remarks')
    await shows(note, '“AGM” stands neither in the glossary nor in the library.')
    await note.getByRole('button', { name: 'Add “AGM” to the glossary' }).click()
    await note.waitFor({ state: 'detached' })
    expect(await page.getByPlaceholder('the word your documents use').inputValue()).toBe('AGM')
  })

  it('takes back a mend with undo', async () => {
    await saved()
    await button('Undo').first().click()
    await page.locator('[data-field="rules.1"] .remarks').waitFor()
    await button('Redo').first().click()
    await page.locator('[data-field="rules.1"] .remarks').waitFor({ state: 'detached' })
  })

  it('doubles, moves and drags entries, and switches them off without losing them', async () => {
    await button('Duplicate rule 2').click()
    expect(await page.getByLabel('Rule 3: do').inputValue()).toBe('Always mention the AGM')
    await page.getByLabel('Rule 3: do').fill('say “Third.”')
    await page.getByLabel('Rule 3: do').press('Alt+ArrowUp')
    expect(await page.getByLabel('Rule 2: do').inputValue()).toBe('say “Third.”')
    await page.locator('[data-field="rules.1"] .grip').dragTo(page.locator('[data-field="rules.0"]'))
    await page.waitForFunction(
      () => document.querySelector<HTMLTextAreaElement>('[aria-label="Rule 1: do"]')?.value === 'say “Third.”',
    )
    await page.locator('[data-field="rules.0"]').locator('.el-switch').click()
    await page.locator('[data-field="rules.0"].off').waitFor()
    await saved()
  })

  it('shows how large the prompt is, section by section', async () => {
    await page.locator('button.budget').click()
    await shows(page.locator('.el-popover td'), 'Duties')
    await page.keyboard.press('Escape')
  })
})

describe('the manner', () => {
  it('rewrites a sample reply while a dial moves', async () => {
    const preview = page.getByRole('region', { name: 'How it sounds now' })
    await page.getByLabel('Question for the preview').fill('Thank you')
    await page.getByLabel('Question for the preview').press('Tab')
    await shows(preview, /welcome|Glad/)
    await page.getByRole('slider', { name: 'Formality' }).press('End')
    await shows(preview, /You are most welcome|It was a pleasure/)
  })

  it('measures samples and draws their profile', async () => {
    for (const text of ['Hi there! We’re open. Don’t worry!', 'Hi there! It’s easy. You’ll see!']) {
      await button('Add a sample').click()
      await page.getByPlaceholder('Paste a text').last().fill(text)
    }
    await shows(page.locator('[data-field="manner.samples"] dd'), '100 % of places')
    await page.locator('[data-field="manner.samples"] canvas').waitFor()
  })
})

describe('shared rules', () => {
  it('are moved out of a brief into a set that other agents can use', async () => {
    const share = page.locator('[data-field="rules.1"]').getByRole('button', { name: 'Share' })
    await fromMenu(page, share, 'to a new set')
    await page.getByText('shared; a change shows in Bilge').waitFor()
  })
})

describe('a duty and the memory', () => {
  it('asks for one thing at a time, answers in between, and is remembered', async () => {
    expect(await ask('I would like to make a booking')).toContain('which day')
    expect(await ask('Friday')).toContain('what time')
    await shows(page.locator('.memory'), 'asks for time')
    expect(await ask('no, Saturday')).toMatch(/changed the day to \d+ [A-Z][a-z]+ \d{4}/)
  })

  it('can be made to forget', async () => {
    await button('Forget everything').click()
    await button('Forget it').click()
    await page.locator('.memory').waitFor({ state: 'detached' })
    await ask('My name is Ana.')
    await shows(page.locator('.memory'), 'name: Ana')
    await button('Forget name Ana').click()
    await page.locator('.memory').waitFor({ state: 'detached' })
  })
})
