import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Page } from 'playwright-core'
import { openWorld, type World } from './world'

/** What happens when things go wrong: another tab, a server that is gone, a narrow window, a visitor at a closed door. */
let world: World
let marlow: string

beforeAll(async () => {
  world = await openWorld()
  const { agents } = (await (await fetch(`${world.url}/api/agents`)).json()) as {
    agents: { id: string; name: string }[]
  }
  marlow = `/agents/${agents.find((agent) => agent.name === 'Marlow')!.id}`
})
afterAll(() => world?.end())

const field = (page: Page, name: string) => page.getByRole('textbox', { name })
const saved = (page: Page) => page.getByText(/✓ Saved/).waitFor()
const untilField = (page: Page, text: string) =>
  page.waitForFunction((value) => [...document.querySelectorAll('textarea')].some((each) => each.value === value), text)

describe('two tabs on one brief', () => {
  it('show each other’s edits when nothing is being written', async () => {
    const one = await world.open(`${marlow}/brief`)
    const two = await world.open(`${marlow}/brief`)
    await field(two, 'Audience').waitFor()
    await field(one, 'Audience').fill('Everyone at the quay.')
    await saved(one)
    await untilField(two, 'Everyone at the quay.')
    await one.close()
    await two.close()
  })

  it('never overwrite each other: the second to save is told and can load the newest', async () => {
    const one = await world.open(`${marlow}/brief`)
    await field(one, 'Audience').waitFor()
    // Cut off from what other tabs save, so that it edits an old revision.
    await one.route('**/brief', async (route) =>
      route.request().method() === 'GET' ? route.abort() : route.continue(),
    )
    const two = await world.open(`${marlow}/brief`)
    await field(two, 'Audience').fill('Written in the second tab.')
    await saved(two)
    await field(one, 'Role').fill('the first tab’s desk')
    await one.getByText(/The brief was changed elsewhere/).waitFor()
    expect(await field(two, 'Audience').inputValue()).toBe('Written in the second tab.')
    await one.unroute('**/brief')
    await one.getByRole('button', { name: 'Load the newest' }).click()
    await untilField(one, 'Written in the second tab.')
    await one.close()
    await two.close()
  })
})

describe('a slow connection', () => {
  it.each([
    ['rehearse', 'Rehearse', '**/scripts'],
    ['logbook', 'Logbook', '**/conversations?*'],
  ])('lets one leave %s before it has loaded', async (stage, heading, list) => {
    const page = await world.open(`${marlow}/brief`)
    await field(page, 'Job').waitFor()
    // The list of the stage arrives while the next stage is still on its way: it must not call the person back.
    const after = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds))
    await page.route(list, async (route) => (await after(300), route.continue()))
    await page.route('**/ReleaseStage*', async (route) => (await after(1200), route.continue()))
    await page.keyboard.press('g')
    await page.keyboard.press(stage === 'rehearse' ? 'r' : 'o')
    await page.getByRole('heading', { name: heading, level: 1 }).waitFor()
    await page.keyboard.press('g')
    await page.keyboard.press('e')
    await page.getByRole('heading', { name: 'Release', level: 1 }).waitFor({ timeout: 6000 })
    await page.close()
  })
})

describe('a server that is gone', () => {
  it('keeps the edit in the browser, says that it is not saved, and saves it when the server is back', async () => {
    const page = await world.open(`${marlow}/brief`)
    await field(page, 'Job').waitFor()
    await world.kill()
    await field(page, 'Job').fill('answer passengers while the server is away')
    await page.getByText(/✕ Not saved\. The server cannot be reached/).waitFor()
    await world.start()
    await saved(page)
    await page.reload()
    await untilField(page, 'answer passengers while the server is away')
    await page.close()
  })

  it('says so at the try strip and lets one ask again', async () => {
    const page = await world.open(`${marlow}/brief`)
    await field(page, 'Job').waitFor()
    await page.route('**/turns', (route) => route.abort())
    await page.getByRole('textbox', { name: /^Ask / }).fill('Can I bring my dog?')
    await page.keyboard.press('Enter')
    await page.getByRole('alert').getByText('The server cannot be reached.').waitFor()
    await page.unroute('**/turns')
    await page.getByRole('alert').getByRole('button', { name: 'Ask again' }).click()
    await page.getByRole('button', { name: 'Show workings' }).waitFor()
    await page.close()
  })

  it('shows a stage that cannot load with a way to try again', async () => {
    const page = await world.open('/')
    await page.getByRole('link', { name: 'Marlow', exact: true }).waitFor()
    await page.route('**/api/agents', (route) => route.abort())
    await page.reload()
    await page.getByText('The agents could not be loaded').waitFor()
    await page.unroute('**/api/agents')
    await page.getByRole('button', { name: 'Try again' }).click()
    await page.getByRole('link', { name: 'Marlow', exact: true }).waitFor()
    await page.close()
  })
})

describe('addresses that lead nowhere', () => {
  it('are answered with a way back', async () => {
    const page = await world.open('/nowhere')
    await page.getByText('There is nothing at this address').waitFor()
    await page.goto(`${world.url}/agents/no-such-agent/brief`)
    await page.getByText('This agent cannot be opened').waitFor()
    await page.getByRole('link', { name: 'All agents' }).click()
    await page.getByRole('heading', { name: 'Mild Parrot' }).waitFor()
    await page.close()
  })

  it('tell a visitor kindly that nobody is there', async () => {
    const page = await world.open('/talk/pip')
    await page.getByRole('heading', { name: 'Nobody is here to talk to' }).waitFor()
    await page.close()
  })
})

describe('a visitor', () => {
  it('asks with the keyboard alone, opens a source, and sees markup as text', async () => {
    const page = await world.open('/talk/marlow')
    await page.getByText('I’m Marlow at the ticket desk').waitFor()
    await page.keyboard.type('<b onclick="alert(1)">Hello</b>')
    await page.keyboard.press('Enter')
    await page.locator('.lines .reply:not(.waiting)').nth(1).waitFor()
    await page.locator('.send:enabled').waitFor()
    await page.keyboard.type('When does the first boat leave?')
    await page.keyboard.press('Enter')
    const marker = page.getByRole('button', { name: /^Source 1/ })
    await marker.waitFor()
    expect(await page.locator('.said b').count()).toBe(0)
    expect(await page.locator('.said').first().textContent()).toContain('<b onclick')
    await marker.focus()
    await page.keyboard.press('Enter')
    await page.locator('.source blockquote').waitFor()
    await page.keyboard.press('Enter')
    await page.locator('.source').last().waitFor({ state: 'hidden' })
    await page.close()
  })

  it('is told when the connection breaks, and can ask again', async () => {
    const page = await world.open('/talk/marlow')
    await page.getByRole('textbox').waitFor()
    await page.route('**/turns', (route) => route.abort())
    await page.keyboard.type('When does the first boat leave?')
    await page.keyboard.press('Enter')
    await page.getByText('The connection was lost.').waitFor()
    await page.unroute('**/turns')
    await page.getByRole('button', { name: 'Ask again' }).click()
    await page.locator('.reply .marker').waitFor()
    expect(await page.locator('.said').count()).toBe(1)
    await page.close()
  })
})

describe('a conversation in which a person was wanted', () => {
  it('is found in the logbook, and leads to the line of the brief that asked for it', async () => {
    const page = await world.open(`${marlow}/logbook`)
    await page
      .locator('.el-segmented')
      .getByText(/^Wanted a person/)
      .click()
    await expect.poll(() => page.locator('.list li').count()).toBe(1)
    const line = page.locator('.reading li').filter({ hasText: 'rude to my mother' })
    await page.locator('.list li button').click()
    await line.getByText('asks for a person').first().waitFor()
    await line.getByRole('button', { name: 'Show workings' }).click()
    await line.getByRole('button', { name: 'the brief', exact: true }).click()
    await page.waitForURL(/field=boundaries\.1/)
    await page.close()
  })
})

describe('a narrow window', () => {
  it.each(['', '/brief', '/library', '/rehearse', '/release', '/logbook'])(
    'needs no sideways scrolling at %s',
    async (stage) => {
      const page = await world.open(stage === '' ? '/' : `${marlow}${stage}`)
      await page.setViewportSize({ width: 390, height: 800 })
      await page.locator('h1').first().waitFor()
      await page.waitForTimeout(200)
      const width = await page.evaluate(() => document.documentElement.scrollWidth)
      expect(width).toBeLessThanOrEqual(390)
      await page.close()
    },
  )
})

describe('a page at its usual width', () => {
  it.each(['/brief', '/library', '/rehearse', '/release', '/logbook'])(
    'prints nothing that can be pressed or read as a heading over another at %s',
    async (stage) => {
      const page = await world.open(`${marlow}${stage}`)
      await page.setViewportSize({ width: 1280, height: 800 })
      await page.locator('h1, h2').first().waitFor()
      await page.waitForTimeout(400)
      expect(await page.evaluate(printedOver)).toEqual([])
      await page.close()
    },
  )
})

/** Texts in one flow of the page of which one covers a good part of another that it does not stand in. */
function printedOver(): string[] {
  const layerOf = (element: Element): Element => {
    let at: Element = element
    while (at.parentElement && !['fixed', 'sticky'].includes(getComputedStyle(at).position)) at = at.parentElement
    return at
  }
  const seenOf = (element: Element): DOMRect => {
    let { left, top, right, bottom } = element.getBoundingClientRect()
    for (let at = element.parentElement; at; at = at.parentElement) {
      if (getComputedStyle(at).overflow === 'visible') continue
      const around = at.getBoundingClientRect()
      left = Math.max(left, around.left)
      top = Math.max(top, around.top)
      right = Math.min(right, around.right)
      bottom = Math.min(bottom, around.bottom)
    }
    return new DOMRect(left, top, Math.max(0, right - left), Math.max(0, bottom - top))
  }
  const shown = [...document.querySelectorAll('a, button, h1, h2, h3')]
    .filter((element) => element.checkVisibility({ visibilityProperty: true, opacityProperty: true }))
    .map((element) => ({ element, box: seenOf(element), layer: layerOf(element) }))
    .filter(({ box }) => box.width > 4 && box.height > 4)
  return shown.flatMap((one, index) =>
    shown.slice(index + 1).flatMap((other) => {
      if (one.layer !== other.layer || one.element.contains(other.element)) return []
      const width = Math.min(one.box.right, other.box.right) - Math.max(one.box.left, other.box.left)
      const height = Math.min(one.box.bottom, other.box.bottom) - Math.max(one.box.top, other.box.top)
      const smaller = Math.min(one.box.width * one.box.height, other.box.width * other.box.height)
      const isOver = width > 0 && height > 0 && width * height > smaller / 3
      return isOver ? [`${one.element.textContent} / ${other.element.textContent}`] : []
    }),
  )
}
