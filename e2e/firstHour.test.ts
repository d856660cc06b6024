import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Page } from 'playwright-core'
import { openWorld, type World } from './world'

/** A newcomer's first hour: from the agents page to a cited answer, a script and a page of its own, each click counted. */
let world: World
let page: Page
beforeAll(async () => {
  world = await openWorld()
  page = await world.open('/')
}, 120_000)
afterAll(() => world.end())

const RULES =
  '# Rowing club\n\n## Boats\n\nMembers may take a single scull out alone. The double scull is kept in the upper rack.\n\n' +
  '## Fees\n\nThe yearly fee is £120. The fee is due in March.\n\n## Keys\n\nA key is lent to every member for a deposit of £20.\n'

let clicks = 0
const click = async (name: string | RegExp) => {
  clicks++
  await page.getByRole('button', { name }).first().click()
}
const next = () => page.getByRole('region', { name: 'What comes next' })

describe('from the agents page to a first cited answer', () => {
  it('takes at most eight clicks', async () => {
    await click('New agent')
    await page
      .locator('#begin-text')
      .fill('A calm helper for the members of a rowing club that answers questions on fees')
    await page.getByText('answer questions on fees').first().waitFor()
    await click(/^Create /)
    await next().getByText('something to read').waitFor()
    const chooser = page.waitForEvent('filechooser')
    await click('Add files')
    // In the system's own dialog: the file, and "Open".
    clicks += 2
    await (await chooser).setFiles({ name: 'club.md', mimeType: 'text/markdown', buffer: Buffer.from(RULES) })
    const question = next().getByRole('button').first()
    await question.waitFor()
    clicks++
    await question.click()
    await page.getByRole('button', { name: 'Open source 1' }).first().waitFor()
    expect(clicks).toBeLessThanOrEqual(8)
  })

  it('goes on to a script and an edition, each one step further', async () => {
    await page.keyboard.press('Escape')
    await page.keyboard.press('Escape')
    await next().getByText('Keep what you asked as a script').waitFor()
    await next().getByRole('button', { name: 'Keep it as a script' }).click()
    await page.getByRole('heading', { name: 'Rehearse', level: 1 }).waitFor()
    await next().getByText('Publish the first edition').waitFor()
    await next().getByRole('link', { name: 'Go to the release' }).click()
    await page.getByRole('button', { name: 'Publish edition 1' }).click()
    await next().waitFor({ state: 'detached' })
  })

  it('shows examples of its own documents, of no other’s', async () => {
    await page.keyboard.press('g')
    await page.keyboard.press('l')
    const finder = page.getByLabel('Question for the finder')
    await finder.waitFor()
    await expect.poll(() => finder.getAttribute('placeholder')).toMatch(/\?$/)
    expect(RULES.toLowerCase()).toContain(
      (await finder.getAttribute('placeholder'))!.match(/fee|scull|key|boats/i)![0].toLowerCase(),
    )
  })
})

describe('the agents list', () => {
  it('makes a copy under a name that is typed', async () => {
    await page.goto(`${world.url}/`)
    await page.locator('[data-agent="Marlow"]').getByRole('button', { name: /^More/ }).click()
    await page.getByRole('menuitem', { name: 'Copy' }).and(page.locator(':visible')).click()
    await page.getByLabel('Name of the copy').fill('Marlow the Second')
    await page.keyboard.press('Enter')
    const copy = page.locator('[data-agent="Marlow the Second"]')
    await copy.getByText('12 sources').waitFor()
    await copy.getByText('Draft').waitFor()
  })

  it('writes an agent out as a folder and reads it in again; what does not fit is named, and nothing is kept', async () => {
    const row = page.locator('[data-agent="Marlow"]')
    await row.getByRole('button', { name: /^More/ }).click()
    const download = page.waitForEvent('download')
    await page.getByRole('menuitem', { name: 'Write out as a folder' }).and(page.locator(':visible')).click()
    const zip = await (await download).path()
    await page.getByRole('button', { name: 'Read in a folder' }).click()
    const dialog = page.getByRole('dialog', { name: 'Read in a folder' })
    await dialog.locator('input[type=file]').setInputFiles({ name: 'x.zip', mimeType: '', buffer: Buffer.from('no') })
    await dialog.getByText('“x.zip” is damaged, or is not what its name says.').waitFor()
    expect(await row.count()).toBe(1)
    await dialog.locator('input[type=file]').setInputFiles(zip)
    await page.getByText('“Marlow” was made of the folder').waitFor()
    await expect.poll(() => row.count()).toBe(2)
    await page.getByRole('button', { name: 'Undo' }).last().click()
    await expect.poll(() => row.count()).toBe(1)
  })

  it('finds, filters and sorts once there are many', async () => {
    for (const name of ['Otis', 'Quill', 'Rook'])
      await fetch(`${world.url}/api/agents`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', origin: world.url },
        body: JSON.stringify({ name }),
      })
    await page.reload()
    await page.locator('[data-agent="Rook"]').waitFor()
    await page.keyboard.press('/')
    await page.keyboard.type('second')
    await expect.poll(() => page.locator('[data-agent]').count()).toBe(1)
    await page.keyboard.press('Escape')
    await page.getByText('Drafts', { exact: true }).click()
    await page.locator('[data-agent="Marlow"]').waitFor({ state: 'detached' })
    await page.locator('[data-agent="Rook"]').waitFor()
  })
})

describe('a face', () => {
  it('is drawn from words, says what it does not draw, and may be one of several', async () => {
    await page.goto(`${world.url}${await world.agent('Quill')}/brief`)
    const field = page.getByRole('textbox', { name: 'Face' })
    await field.fill('a stern green librarian called Edna')
    await page.getByText('Not drawn: “called” and “edna”.').waitFor()
    await page.getByRole('button', { name: 'Drawing 3' }).click()
    await expect.poll(() => page.locator('.title img').getAttribute('src')).toContain('%233')
  })

  it('may be a picture; one that is none is refused in words', async () => {
    const give = async (name: string, buffer: Buffer) => {
      const chooser = page.waitForEvent('filechooser')
      await page.getByRole('button', { name: 'Use a picture' }).click()
      await (await chooser).setFiles({ name, mimeType: 'image/png', buffer })
    }
    await give('letter.png', Buffer.from('Dear committee'))
    await page.getByText('“letter.png” is no picture that can be used here.').waitFor()
    await give(
      'me.svg',
      Buffer.from(
        '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><rect width="9" height="9" fill="red"/></svg>',
      ),
    )
    await page.getByText('A picture of yours.').waitFor()
    await expect.poll(() => page.locator('.title img').getAttribute('src')).toContain('picture%3A')
  })
})

describe('a spoken note', () => {
  it('says clearly that there is no microphone', async () => {
    await page.goto(`${world.url}${await world.agent('Quill')}/library`)
    await page.getByRole('button', { name: 'Spoken' }).click()
    await page.getByRole('button', { name: 'Record' }).click()
    await page
      .getByRole('alert')
      .getByText(/microphone|cannot record/)
      .waitFor()
  })
})
