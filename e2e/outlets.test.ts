import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Page } from 'playwright-core'
import { fromMenu } from './acts'
import { openWorld, type World } from './world'

/** An agent on somebody’s site: a bubble and a frame, on pages with a strict policy and with styles that reach everywhere. */
let world: World
let marlow: string
let designer: Page

beforeAll(async () => {
  await new Promise<void>((resolve) => site.listen(0, '127.0.0.1', resolve))
  world = await openWorld()
  marlow = await world.agent('Marlow')
  designer = await world.open(`${marlow}/release`)
})
afterAll(async () => {
  site.close()
  await world?.end()
})

/** What the page of the other site is at the moment. */
let shop = { policy: '', body: '' }
const site = createServer((_request, response) => {
  response.writeHead(200, {
    'content-type': 'text/html',
    ...(shop.policy ? { 'content-security-policy': shop.policy } : {}),
  })
  response.end(shop.body)
})

/** A page of another site that has a script of the outlet on it. */
async function siteWith(script: string, page: { policy?: string; style?: string } = {}): Promise<Page> {
  const body = `<!doctype html><title>Shop</title><style>${page.style ?? ''}</style><h1>A shop</h1>${script}<p>Its foot</p>`
  shop = { policy: page.policy ?? '', body }
  const visitor = await world.open('/api/health')
  await visitor.goto(`http://${host()}/`)
  return visitor
}

async function makeOutlet(kind: RegExp, sites: readonly string[]): Promise<string> {
  await designer.goto(`${world.url}${marlow}/release`)
  // The menu opens where its button stands: below what is told and listed, once that has come.
  for (const told of [/is not published/, 'On our website', 'The weekly notice'])
    await designer.getByText(told).first().waitFor()
  const choosing = () => fromMenu(designer, designer.getByRole('button', { name: /New outlet/ }), kind)
  const made = designer.getByRole('heading', { name: 'Hand it out' })
  await choosing()
  // What moved under the pointer took the click for none.
  await made.waitFor({ timeout: 8000 }).catch(choosing)
  await made.waitFor()
  for (const site of sites) {
    await designer.getByLabel('Sites it may stand on').fill(site)
    await designer.keyboard.press('Enter')
  }
  await designer.getByLabel('Greeting').fill('Ahoy! Ask me about the boats.')
  await designer.getByText('✓ Kept').waitFor()
  // The preview beside the form is drawn with what was just kept.
  await designer.frameLocator('iframe').getByText('Ahoy! Ask me about the boats.').waitFor()
  return (await designer.locator('pre').textContent())!
}

const host = () => `127.0.0.1:${(site.address() as AddressInfo).port}`

describe('a bubble', () => {
  it('opens the conversation on its own site, whatever that page’s policy and styles', async () => {
    const script = await makeOutlet(/^Bubble/, [host()])
    const visitor = await siteWith(script, {
      policy: `default-src 'none'; script-src ${world.url}; frame-src ${world.url}; style-src 'unsafe-inline'`,
      style: '* { display: none !important; color: red !important } html, body, h1 { display: block !important }',
    })
    await visitor.getByRole('button', { name: 'Ask Bubble' }).click()
    const talk = visitor.frameLocator('iframe')
    await talk.getByText('Ahoy! Ask me about the boats.').waitFor()
    await talk.getByRole('textbox').fill('How much is parking for a week?')
    await talk.getByRole('button', { name: 'Ask', exact: true }).click()
    await talk.locator('.reply .marker').first().waitFor()
    expect(
      await visitor.evaluate(() => Object.keys(window).filter((name) => /parrot|settings|bubble/i.test(name))),
    ).toEqual([])
    await visitor.getByRole('button', { name: 'Close Bubble' }).click()
    await visitor.locator('iframe').waitFor({ state: 'hidden' })
    await visitor.close()
  })

  it('shows nothing on a site that is not its own', async () => {
    const script = await makeOutlet(/^Bubble/, ['www.elsewhere.example'])
    const visitor = await siteWith(script)
    const said: string[] = []
    visitor.on('console', (message) => said.push(message.text()))
    await visitor.getByRole('button', { name: 'Ask Bubble' }).click()
    await expect.poll(() => said.join('\n'), { timeout: 10_000 }).toContain('frame-ancestors')
    await visitor.close()
  })
})

describe('a frame', () => {
  it('stands where its script stands, and grows with what is said', async () => {
    const script = await makeOutlet(/^Frame/, [host()])
    const visitor = await siteWith(script)
    const frame = visitor.locator('iframe')
    const height = async () => (await frame.boundingBox())!.height
    const talk = visitor.frameLocator('iframe')
    await talk.getByText('Ahoy!').waitFor()
    const before = await height()
    for (const question of ['Can I bring my dog?', 'How much is an adult return to Sula Holm?', 'Is there parking?']) {
      await talk.getByRole('textbox').fill(question)
      await talk.getByRole('button', { name: 'Ask', exact: true }).click()
      await talk.getByText(question).waitFor()
      await visitor.waitForTimeout(800)
    }
    expect(await height()).toBeGreaterThan(before)
    expect((await frame.boundingBox())!.y).toBeLessThan((await visitor.getByText('Its foot').boundingBox())!.y)
    await visitor.close()
  })
})

describe('on the sample website', () => {
  const LAYOUTS = ['harbour', 'pilot', 'ledger']
  const host = () => new URL(world.site).host
  let bubble: string
  let frame: string

  /** The slug in the code that is copied. */
  const slugIn = (code: string) => /bubble\/([a-z0-9-]+)\.js/.exec(code)![1]!
  const visit = async (layout: string, slug: string) => {
    const visitor = await world.open('/api/health')
    await visitor.goto(`${world.site}/as/${layout}/parking?outlet=${slug}`)
    return visitor
  }
  const answered = async (visitor: Page) => {
    const talk = visitor.frameLocator('iframe')
    await talk.getByRole('textbox').fill('How much is parking for a week?')
    await talk.getByRole('button', { name: 'Ask', exact: true }).click()
    await talk.locator('.reply .marker').first().waitFor()
  }

  it('takes over the colours, letters and logo of the site', async () => {
    bubble = slugIn(await makeOutlet(/^Bubble/, [host()]))
    await designer.getByLabel('Address of your site').fill(world.site)
    await designer.getByRole('button', { name: 'Look at it' }).click()
    await designer.getByRole('button', { name: 'Take it over with #12476b' }).click()
    await designer.getByText(`It looks like ${host()} now.`).waitFor()
    const preview = designer.frameLocator('iframe')
    await preview.locator('header .logo').waitFor()
    await designer.getByText('✓ Kept').waitFor()
    await expect
      .poll(() => preview.locator('html').evaluate((page) => page.style.getPropertyValue('--accent')))
      .toBe('#12476b')
    frame = slugIn(await makeOutlet(/^Frame/, [host()]))
  })

  it.each(LAYOUTS)('a bubble opens whole and answers in the layout “%s”', async (layout) => {
    const visitor = await visit(layout, bubble)
    const knob = visitor.getByRole('button', { name: 'Ask Bubble' })
    expect(await knob.boundingBox()).toMatchObject({ width: 60, height: 60 })
    expect(await knob.evaluate((found) => getComputedStyle(found).backgroundColor)).toBe('rgb(18, 71, 107)')
    await knob.click()
    const panel = (await visitor.getByRole('dialog').boundingBox())!
    expect(panel.width).toBeGreaterThanOrEqual(380)
    expect(panel.y).toBeGreaterThanOrEqual(0)
    expect(panel.y + panel.height).toBeLessThanOrEqual(800)
    await answered(visitor)
    await visitor.close()
  })

  it.each(LAYOUTS)('a frame stands within the page and answers in the layout “%s”', async (layout) => {
    const visitor = await visit(layout, frame)
    await visitor.frameLocator('iframe').getByText('Ahoy!').waitFor()
    expect((await visitor.locator('iframe').boundingBox())!.width).toBeGreaterThan(400)
    await answered(visitor)
    await visitor.close()
  })
})
