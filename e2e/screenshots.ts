/** Takes the pictures of the main views from the demo data, for the README. Run after `npm run build`. */
import { mkdirSync, rmSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import type { Page } from 'playwright-core'
import prepare from '../server/testing/blankImage'
import { choose } from './acts'
import { seed } from './setup'
import { worldOf } from './world'

const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url))
mkdirSync(folder, { recursive: true })
await prepare()
// Visitors of the sample are soon done, so that they can be asked what they wanted.
const seeded = await seed()
const world = await worldOf(seeded, { PARROT_QUIET_MINUTES: '1' })
const { agents } = (await (await fetch(`${world.url}/api/agents`)).json()) as { agents: { id: string; name: string }[] }
const marlow = `/agents/${agents.find((agent) => agent.name === 'Marlow')!.id}`
const page = await world.open('/')

const SETTLE_MS = 500
async function shoot(name: string, path?: string, act?: (page: Page) => Promise<void>): Promise<void> {
  if (path) await page.goto(`${world.url}${path}`)
  await page.waitForLoadState('networkidle', { timeout: 3000 }).catch(() => undefined)
  await act?.(page)
  await page.waitForTimeout(SETTLE_MS)
  await page.screenshot({ path: `${folder}${name}.png` })
}

const ask = async (text: string) => {
  await page.getByRole('textbox', { name: /^Ask / }).fill(text)
  await page.getByRole('button', { name: 'Ask', exact: true }).click()
  await page.getByRole('button', { name: 'Show workings' }).last().waitFor()
}

await shoot('agents')
await shoot('brief', `${marlow}/brief`, async () => {
  await page.locator('#duties').evaluate((section) => section.scrollIntoView())
  const steps = page.getByRole('textbox', { name: 'Duty 1: then' })
  await steps.click()
  await page.keyboard.press('Control+End')
  await page.keyboard.type(' @')
  await page.getByRole('option', { name: /free_times/ }).waitFor()
})
await page.keyboard.press('Escape')
await page.getByRole('button', { name: 'Undo', exact: true }).click()
await shoot('reader', `${marlow}/library`, async () => {
  await page.locator('[data-source="conditions-of-carriage.pdf"]').getByRole('button').first().click()
  await page.getByRole('button', { name: 'Show the original beside it' }).click()
  await page.locator('.original img').waitFor()
  await page.waitForFunction(() => (document.querySelector<HTMLImageElement>('.original img')?.naturalWidth ?? 0) > 0)
  await page.locator('.band').first().hover()
})
await page.getByRole('button', { name: 'Hide the original' }).click()
await page.emulateMedia({ colorScheme: 'dark' })
await shoot('workings', `${marlow}/brief`, async () => {
  await ask('How much is an adult return to Sula Holm?')
  await page.getByRole('button', { name: 'Show workings' }).last().click()
})
await page.emulateMedia({ colorScheme: 'light' })
await shoot('before-and-now', `${marlow}/brief`, async () => {
  await ask('How much is an adult return to Sula Holm?')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Add a rule' }).click()
  await page.getByLabel('Rule 8: when').fill('someone asks what a return costs')
  await page.getByLabel('Rule 8: do').fill('say “Children under five travel free.”')
  await page.getByText('1 moved').waitFor()
  await ask('How much is an adult return to Sula Holm?')
})
await shoot('rehearse', `${marlow}/rehearse`, async () => {
  await page.getByRole('button', { name: 'Run all scripts' }).click()
  await page.getByText('reworded').first().waitFor()
  await page.getByText('Now').first().waitFor()
})
await shoot('note', `${marlow}/brief`, async () => {
  await ask('Do children need a ticket?')
  const line = page.locator('article.line').last()
  await line.getByRole('button', { name: 'Not right?' }).click()
  await line
    .getByRole('textbox', { name: 'What was wrong' })
    .fill('Too silly. Never say “Little sailors make my heart go yo-ho-ho!”')
  await line.getByRole('button', { name: 'Find out why' }).click()
  await line
    .getByText(/breaks none of/)
    .first()
    .waitFor()
  await page.waitForTimeout(1500)
})
await page.keyboard.press('Escape')
await shoot('release', `${marlow}/release`, () => page.getByText(/changes? since edition 1/).waitFor())
await shoot('logbook', `${marlow}/logbook`, async () => {
  await page.getByRole('button', { name: /I want my money back/ }).click()
  await page.getByRole('button', { name: 'Yes, do it' }).waitFor()
})
await shoot('outlet', `${marlow}/release`, async () => {
  await page.getByRole('button', { name: /New outlet/ }).click()
  await page.getByRole('menuitem', { name: /^Bubble/ }).click()
  await page.getByLabel('Sites it may stand on').fill('www.brindle.example')
  await page.keyboard.press('Enter')
  await page.getByLabel('Title').fill('Brindle Sound desk')
  await page.getByLabel('Greeting').fill('Ahoy! Where would you like to go?')
  await page.getByText('✓ Kept').waitFor()
  await page.frameLocator('iframe').getByText('Ahoy!').waitFor()
  await page.getByRole('heading', { name: 'Hand it out' }).click()
})
const say = async (path: string, body: object) => {
  const response = await fetch(`${world.url}${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })
  return (await response.json()) as { key: string; turnId: string }
}
for (const text of ['Do you sell umbrellas?', 'Where can I buy an umbrella?', 'Is there a swimming pool on Inchmore?'])
  await say('/api/talk/marlow/turns', { text })
await shoot('wants', `${marlow}/logbook/wants`, async () => {
  await page.getByRole('button', { name: 'Show the questions' }).first().click()
})
await shoot('debrief', `${marlow}/logbook/debrief`, async () => {
  await page.getByRole('button', { name: 'Ask the first question' }).click()
  const question = (number: number) => page.getByRole('textbox', { name: `Question ${number}`, exact: true })
  await question(1).fill('Did they want to bring an animal?')
  await page.getByRole('button', { name: 'Another question' }).click()
  await question(2).fill('Did they complain?')
  await page.getByRole('button', { name: 'Another question' }).click()
  await question(3).fill('Which island?')
  await choose(page, page.getByLabel('How question 3 is answered'), 'one of several')
  for (const island of ['Sula Holm', 'Inchmore', 'Little Tarn']) {
    await page.getByRole('textbox', { name: 'Choices of question 3' }).fill(island)
    await page.keyboard.press('Enter')
  }
  await page.getByRole('button', { name: 'Keep and ask' }).click()
  await page.getByRole('button', { name: 'Read those: Sula Holm' }).waitFor({ timeout: 120_000 })
})
await shoot('quiz', `${marlow}/brief`, async () => {
  await ask('Quiz me on the work of a deckhand')
  await page.locator('.insert-quiz .insert-choice').first().click()
  await page.locator('.insert-told .insert-note').waitFor()
})
await page.keyboard.press('Escape')
await shoot('times', '/talk/marlow', async () => {
  for (const line of ['Show me the timetable to Inchmore as a table', 'Can I get an appointment at the group desk?']) {
    await page.getByRole('textbox').fill(line)
    await page.keyboard.press('Enter')
    await page.getByText(line).waitFor()
  }
  await page.locator('.insert-times').first().waitFor()
})
await shoot('tools', '/tools', async () => {
  await page.getByRole('link', { name: 'Harbour office' }).click()
  const panel = page.getByRole('complementary', { name: 'Try it' })
  await panel.getByLabel('day', { exact: true }).fill('2027-03-12')
  await choose(page, page.getByRole('combobox', { name: 'island', exact: true }), 'Inchmore')
  await panel.getByRole('button', { name: 'Call it' }).click()
  await panel.getByText('✓ Came back').waitFor()
})
await shoot('relay', `${marlow}/release`, async () => {
  await page.getByRole('link', { name: 'The weekly notice' }).click()
  const runs = page.getByRole('complementary', { name: 'Runs' })
  await choose(page, page.getByRole('combobox', { name: 'island', exact: true }), 'Inchmore')
  await runs.getByRole('button', { name: 'Run', exact: true }).click()
  await runs.getByRole('button', { name: 'Let it go on' }).waitFor()
})
await shoot('cue', undefined, async () => {
  await choose(page, page.getByRole('combobox', { name: 'What it begins by' }), 'by something new in a feed')
  await page.getByLabel('Feed at').fill(`${world.site}/news.xml`)
  await page.getByRole('button', { name: 'Try it on the last ten' }).click()
  await page.getByRole('list', { name: 'What it would have done' }).waitFor()
  await page.getByRole('heading', { name: 'By itself' }).evaluate((heading) => heading.scrollIntoView())
  await page.evaluate(() => window.scrollBy(0, -80))
})
const { outlets } = (await (await fetch(`${world.url}/api${marlow}/outlets`)).json()) as { outlets: { slug: string }[] }
await page.goto(`${world.site}/as/harbour/parking?outlet=${outlets[0]!.slug}`)
await shoot('talk', undefined, async () => {
  await page.getByRole('button', { name: 'Ask On our website' }).click()
  const talk = page.frameLocator('iframe')
  await talk.getByRole('textbox').fill('Is there still room on the boat to Inchmore on Friday?')
  await page.keyboard.press('Enter')
  await talk.getByRole('cell', { name: 'Petrel' }).first().waitFor()
})
await shoot('people', '/people', async () => {
  await page.getByLabel('Your name').fill('Olive Marsh')
  await page.getByLabel('E-mail address').fill('olive@example.org')
  await page.getByLabel('Password').fill('nine lives of a parrot')
  await page.getByRole('button', { name: 'Make me the first member' }).click()
  await page.getByText('Olive Marsh (you)').waitFor()
  await page.getByRole('textbox', { name: 'E-mail address' }).fill('bo@example.org')
  await page.getByRole('button', { name: 'Make a link' }).click()
  await page.getByLabel('The link').waitFor()
})
await world.end()
await world.browser.close()
rmSync(seeded.folder, { recursive: true, force: true })
