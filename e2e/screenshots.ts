/** Takes the pictures of the main views from the demo data, for the README. Run after `npm run build`. */
import { mkdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import type { Page } from 'playwright-core'
import setup from '../server/testing/blankImage'
import { openWorld } from './world'

const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url))
mkdirSync(folder, { recursive: true })
await setup()
const world = await openWorld()
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
await shoot('beginning', '/new', async () => {
  await page
    .locator('#begin-text')
    .fill(
      'A calm helper for allotment holders that answers questions on plots, water and composting, never gives legal advice, short answers.',
    )
  await page.getByText('helper for allotment holders', { exact: true }).waitFor()
})
await shoot('margin', `${marlow}/brief`, async () => {
  await page.getByRole('button', { name: 'Add a rule' }).click()
  await page.getByLabel('Rule 8: when').fill('the party has more than 10 people')
  await page.getByLabel('Rule 8: do').fill('offer an appropriate ticket and mention the AGM')
  await page.locator('[data-field="rules.7"] .remarks').waitFor()
  await page.locator('[data-field="rules.1"]').evaluate((rule) => rule.scrollIntoView())
  await page.evaluate(() => window.scrollBy(0, -130))
})
await page.getByRole('button', { name: 'Remove rule 8' }).click()
await page.getByText(/^✓ Saved/).waitFor()
await shoot('brief', `${marlow}/brief`, async () => {
  await page.locator('#manner').evaluate((section) => section.scrollIntoView())
})
await shoot('finder', `${marlow}/library`, async () => {
  const expect = async (question: string, place: number) => {
    await page.getByLabel('Question for the finder').fill(question)
    const hits = page.locator(`.hits[data-question="${question}"] > li`)
    await hits.nth(place).getByRole('button', { name: 'Expected' }).click()
    await page.getByRole('button', { name: '✓ Expected' }).first().waitFor()
  }
  await expect('How early must I check in?', 0)
  await expect('When is the last boat from Sula Holm?', 2)
  // Seen as one comes back to it, without the notices of having kept them.
  await page.reload()
  await page.getByLabel('Question for the finder').fill('When is the last boat from Sula Holm?')
  await page.getByText(/The passage you expect is/).waitFor()
})
await shoot('reader', `${marlow}/library`, async () => {
  await page.locator('[data-source="conditions-of-carriage.pdf"]').getByRole('button').first().click()
  await page.getByRole('button', { name: 'Show the original beside it' }).click()
  await page.locator('.original img').waitFor()
  await page.waitForFunction(() => (document.querySelector<HTMLImageElement>('.original img')?.naturalWidth ?? 0) > 0)
  await page.locator('.band').first().hover()
})
await page.getByRole('button', { name: 'Hide the original' }).click()
await shoot('website', `${marlow}/library?pane=website`, async () => {
  await page.getByLabel('Where it begins').fill(`${world.site}/`)
  await page.getByRole('button', { name: 'Look at its pages' }).click()
  await page.getByText('Found 7 pages.').waitFor()
})
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
const study = async (name: string, found: RegExp) => {
  await page.getByRole('button', { name: `Begin: ${name}` }).click()
  if (name === 'Side by side') await page.getByRole('button', { name: 'Begin', exact: true }).click()
  await page.getByRole('region', { name: 'What the study found' }).getByText(found).first().waitFor()
}
await shoot('compare', `${marlow}/rehearse?view=studies`, () => study('Side by side', /Export as CSV/))
await shoot('release', `${marlow}/release`, () => page.getByText('change since edition 1').waitFor())
await shoot('logbook', `${marlow}/logbook`, async () => {
  await page.getByText('Wanted a person 1').click()
  await page.getByRole('button', { name: /rude to my mother/ }).click()
  await page.getByRole('button', { name: 'Show workings' }).first().click()
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
await shoot('settings', '/settings')
await shoot('first-hour', '/new', async () => {
  await page
    .locator('#begin-text')
    .fill('A calm helper for the members of a rowing club that answers questions on boats')
  await page.getByRole('button', { name: /^Create / }).click()
  const chooser = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Add files' }).click()
  const club =
    '# Rowing club\n\n## Boats\n\nMembers may take a single scull out alone. The double is kept in the upper rack.\n\n' +
    '## Fees\n\nThe yearly fee is due in March.\n\n## Keys\n\nA key is lent to every member for a deposit of £20.\n'
  await (await chooser).setFiles({ name: 'club.md', mimeType: 'text/markdown', buffer: Buffer.from(club) })
  await page.getByRole('region', { name: 'What comes next' }).getByRole('button').nth(2).waitFor()
})
await shoot('talk', '/talk/marlow', async () => {
  await page.getByRole('button', { name: 'How do I change a booking?' }).click()
  await page.locator('.marker').first().click()
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
