import type { Locator, Page } from 'playwright-core'

/** Chooses an option of a list that opens below its field. */
export async function choose(page: Page, field: Locator, option: string | RegExp): Promise<void> {
  const wrapper = page.locator('.el-select__wrapper').filter({ has: field })
  await through(wrapper, page.getByRole('option', { name: option, exact: true }).and(page.locator(':visible')))
}

const TRIES = 4
const TRY_MS = 5000
/**
 * Clicks what opens at a click. On a busy machine a list that is still closing takes the click for its own and stays shut,
 * so it is opened anew; one that never opens fails in the end.
 */
async function through(opener: Locator, wanted: Locator): Promise<void> {
  for (let tries = 1; tries < TRIES; tries++) {
    await opener.click()
    const isDone = await wanted.click({ timeout: TRY_MS }).then(
      () => true,
      () => false,
    )
    if (isDone) return
  }
  await opener.click()
  await wanted.click()
}

/** Picks one of a few choices that all stand there. */
export const pick = (page: Page, choice: string | RegExp): Promise<void> =>
  page.locator('label.el-radio').filter({ hasText: choice }).first().click()

/** Picks an act from a menu that opens at a button. */
export async function fromMenu(page: Page, button: Locator, act: string | RegExp): Promise<void> {
  await through(button, page.getByRole('menuitem', { name: act }).and(page.locator(':visible')))
}

/** Chooses a file in the dialog that a button opens. */
export async function giveFile(page: Page, button: Locator, name: string, content: string): Promise<void> {
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), button.click()])
  await chooser.setFiles({ name, mimeType: 'application/octet-stream', buffer: Buffer.from(content) })
}

/** Asks an agent on the strip at the foot of its stages. */
export async function askOnStrip(page: Page, agent: string, line: string): Promise<void> {
  await page.getByRole('textbox', { name: `Ask ${agent}` }).fill(line)
  await page.keyboard.press('Enter')
}
